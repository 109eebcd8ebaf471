import { expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { driveIndexOn } from './drives'

it('a drive is found by the stop valve that it is on', () => {
  const plan = {
    installation: { drives: [{ stopValveId: 'street' }, { stopValveId: 'flat' }] },
  } as unknown as Plan
  expect([driveIndexOn(plan, 'flat'), driveIndexOn(plan, 'none'), driveIndexOn(plan, undefined)]).toEqual([
    1, -1, -1,
  ])
})
