import { expect, it } from 'vitest'
import netLoft from '../../../demo/net-loft.terrapin.json'
import type { Plan } from '@/api/types'
import { differences } from './differences'

const plan = netLoft.plan as unknown as Plan
const after = (change: (plan: Plan) => void): string[] => {
  const changed = structuredClone(plan)
  change(changed)
  return differences(plan, changed)
}

it('names what was added, changed and taken out, in the order of the work', () => {
  const { rooms } = plan.building
  const [sensor] = plan.installation.sensors
  expect(
    after((draft) => {
      draft.installation.sensors.shift()
      draft.building.rooms[0]!.name += ' '
      draft.building.stopValves[0]!.name = 'Under the stair, left'
      draft.building.rooms.push({ ...structuredClone(rooms[1]!), id: 'attic', name: 'Attic' })
      draft.site.notes = 'Ring twice.'
    }),
  ).toEqual([
    'Name and notes of the site: changed',
    'Stop valve Under the stair, left: changed',
    `Room ${rooms[0]!.name}: changed`,
    'Room Attic: added',
    `Sensor ${sensor!.name}: taken out`,
  ])
})

it('names who is told, and how often parts fail', () => {
  expect(
    after((draft) => {
      draft.installation.contacts![0]!.ways = []
      draft.installation.contacts!.pop()
      draft.failures = null
    }),
  ).toEqual([
    'Contact Owner: changed',
    'How often parts fail: changed',
    'Contact Neighbour with a key: taken out',
  ])
})

it('names buttons, switches and kept rehearsals', () => {
  expect(
    after((draft) => {
      draft.installation.buttons = [{ id: 'door', name: 'By the door' }]
      draft.installation.switches = [{ id: 'outlet', name: 'Outlet', stops: 'heater', fixtureId: null }]
      draft.cases = [
        ...draft.cases!,
        { id: 'case', name: 'Hose', leakId: 'hose', mode: 'away', faults: [], meanwhile: [], mostM3: 0.01 },
      ]
    }),
  ).toEqual(['Button By the door: added', 'Switch Outlet: added', 'Kept rehearsal Hose: added'])
})

it('takes a key that says nothing for none, as an older program wrote it', () => {
  expect(
    after((draft) => {
      for (const rule of draft.installation.rules) Object.assign(rule, { trigger: null, buttonIds: null })
      delete draft.installation.rules[0]!.atLeast
    }),
  ).toEqual([])
})

it('nothing is another where nothing was changed', () => {
  expect(differences(plan, structuredClone(plan))).toEqual([])
})
