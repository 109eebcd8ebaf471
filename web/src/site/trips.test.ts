import { expect, it } from 'vitest'
import { firstTrip } from './trips'

const trip = (sensorId: string, high: number | null) => ({
  leakId: 'hose',
  sensorId,
  volumeM3: { low: high, high },
  timeS: null,
})

it('is the sensor that the fewest litres come to before, and none that may never hear it', () => {
  expect(
    firstTrip({ trips: [trip('far', 0.02), trip('deaf', null), trip('near', 0.004)] }, 'hose')?.sensorId,
  ).toBe('near')
  expect(firstTrip({ trips: [trip('deaf', null)] }, 'hose')).toBeUndefined()
  expect(firstTrip(null, 'hose')).toBeUndefined()
})
