import { expect, it } from 'vitest'
import { deviceColumns } from './columns'

it('asks what of a valve a device takes of drives only', () => {
  const fits = (list: keyof typeof deviceColumns) =>
    deviceColumns[list].filter((column) => column.path.startsWith('fit.')).length
  expect(fits('drives')).toBe(10)
  expect([fits('sensors'), fits('hubs'), fits('finishes')]).toEqual([0, 0, 0])
})

it('each figure can be typed, or chosen among words', () => {
  for (const column of Object.values(deviceColumns).flat())
    expect(
      [column.kind && column.numberKey, column.choices?.length, column.refersTo].filter(Boolean),
      column.label,
    ).toHaveLength(1)
})
