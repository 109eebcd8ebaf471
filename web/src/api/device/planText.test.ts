import { expect, it } from 'vitest'
import type { Plan } from '../types'
import { changeText, planTextOf } from './planText'

const plan = {
  version: 5,
  site: { name: 'Loft' },
  options: [],
  cases: [{ id: 'a' }],
  installation: { sensors: [{ id: 's' }], rules: [], contacts: [] },
} as unknown as Plan
const changed = (change: (draft: Plan) => void) => {
  const after = structuredClone(plan)
  change(after)
  return JSON.parse(changeText(planTextOf(plan)!, planTextOf(after)!)) as unknown
}

it('leaves out what is as it was', () => {
  expect(changed(() => undefined)).toEqual({ version: 5 })
  expect(changed((p) => void (p.site.name = 'Quay'))).toEqual({ version: 5, site: { name: 'Quay' } })
  expect(changed((p) => void p.installation.sensors.pop())).toEqual({
    version: 5,
    installation: { sensors: [] },
  })
})

it('says of what is gone that there is none, and keeps what has come', () => {
  expect(
    changed((p) => {
      delete (p as Partial<Plan>).cases
      p.installation.contacts = undefined
      p.installation.modesSet = []
      p.catalogueRevision = 3
    }),
  ).toEqual({
    version: 5,
    cases: null,
    catalogueRevision: 3,
    installation: { contacts: null, modesSet: [] },
  })
})

it('takes what is no plan for none', () => {
  expect(planTextOf(null)).toBeNull()
  expect(planTextOf({ version: 5 } as Plan)).toBeNull()
  expect(planTextOf({ version: 5, installation: null } as unknown as Plan)).toBeNull()
  expect(planTextOf({ version: 5, installation: 'none' } as unknown as Plan)).toBeNull()
})
