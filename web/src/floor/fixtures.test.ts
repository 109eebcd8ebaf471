import { describe, expect, it } from 'vitest'
import type { Fixture, LeakPoint, Plan, Room } from '@/api/types'
import { leaksAt } from './fixtures'
import { placeOf } from './marks'
import { putIn } from './moves'
import { roomMark } from './chosen'
import { toCm } from './geometry'
import { acceptSuggestions } from '@/site/commands/installation'

const area = (acrossM: number, downM: number, lengthM: number, widthM: number) => ({
  acrossM,
  downM,
  lengthM,
  widthM,
})
const room = (more: Partial<Room> = {}): Room => ({
  id: 'bath',
  name: 'Bath',
  storeyId: 'g',
  leaks: [],
  areas: [area(0, 0, 2, 1.5)],
  drains: [],
  fixtures: [],
  zones: [],
  ...more,
})
const washer: Fixture = {
  id: 'washer',
  kind: 'washingMachine',
  name: 'Washer',
  area: area(0, 0, 0.6, 0.5),
  base: 'onFeet',
}
const leakAt = (id: string, acrossM: number, downM: number, fixtureId: string | null): LeakPoint => ({
  id,
  name: id,
  kind: 'hoseBurst',
  side: 'cold',
  position: 'unknown',
  fixtureId,
  at: { acrossM, downM },
  harms: [],
})

it('the leak points of a fixture are those that name it, or name none and fall within a hand of it', () => {
  const leaks = [
    leakAt('named', 1.9, 1.4, 'washer'),
    leakAt('near', 0.3, 0.55, null),
    leakAt('far', 1.8, 1.2, null),
    leakAt('of-another', 0.3, 0.05, 'sink'),
  ]
  expect(leaksAt(room({ leaks }), washer).map((l) => l.id)).toEqual(['named', 'near'])
})

describe('moves', () => {
  const plan = (): Plan => {
    const leaks = [leakAt('hose', 0.3, 0.05, 'washer'), leakAt('drain', 0.3, 0.05, 'washer')]
    const far = leakAt('far', 1.8, 1.2, null)
    const sensor = { id: 's', name: 'S', specId: 'r5', roomId: 'bath', distances: [] }
    return {
      building: {
        storeys: [],
        doorways: [],
        walls: [],
        openings: [],
        rooms: [
          room({
            fixtures: [structuredClone(washer)],
            leaks: [...leaks, far],
            zones: [{ kind: 'mopped', area: area(0, 0, 1, 1) }],
          }),
        ],
      },
      installation: {
        sensors: [
          {
            ...sensor,
            at: { acrossM: 1, downM: 1 },
            path: [
              { acrossM: 1, downM: 1 },
              { acrossM: 1.5, downM: 1 },
            ],
          },
        ],
        rules: [
          { id: 'close', action: 'close', sensorIds: [] },
          { id: 'tell', action: 'tellOnly', sensorIds: ['s'] },
        ],
      },
    } as unknown as Plan
  }

  it('take along what belongs to a thing, and a rope keeps its shape', () => {
    const draft = plan()
    putIn(draft, { kind: 'fixture', id: 'washer' }, { acrossM: 0.5, downM: 0 })
    expect(draft.building.rooms[0]!.leaks.map((l) => l.at!.acrossM)).toEqual([0.8, 0.8, 1.8])
    putIn(draft, { kind: 'sensor', id: 's' }, { acrossM: 0.2, downM: 0.4 })
    expect(draft.installation.sensors[0]!.path).toEqual([
      { acrossM: 0.2, downM: 0.4 },
      { acrossM: 0.7, downM: 0.4 },
    ])
    const { acrossM, downM } = draft.building.rooms[0]!.areas[0]!
    putIn(draft, { kind: 'room', id: draft.building.rooms[0]!.id }, { acrossM: acrossM + 1, downM })
    expect(draft.building.rooms[0]!.fixtures[0]!.area.acrossM).toBe(1.5)
    expect(draft.building.rooms[0]!.zones[0]!.area.acrossM).toBe(1)
    putIn(draft, roomMark('zone', draft.building.rooms[0]!.id, 0), { acrossM: 1.4, downM: 0.3 })
    expect(draft.building.rooms[0]!.zones[0]!.area).toMatchObject({ acrossM: 1.4, downM: 0.3 })
  })

  it('take along the leak points that name a fixture, however far, and none that name another', () => {
    const draft = plan()
    const [room] = draft.building.rooms
    const [named, other, far] = room!.leaks
    expect([named!.fixtureId, other!.fixtureId]).toEqual(['washer', 'washer'])
    far!.fixtureId = 'washer'
    other!.fixtureId = 'elsewhere'
    const before = [named, other, far].map((l) => l!.at!.acrossM)
    putIn(
      draft,
      { kind: 'fixture', id: 'washer' },
      { acrossM: room!.fixtures[0]!.area.acrossM + 0.5, downM: 0 },
    )
    const after = [named, other, far].map((l) => l!.at!.acrossM)
    expect(after.map((m, i) => toCm(m - before[i]!))).toEqual([0.5, 0, 0.5])
  })

  it('take the doorways of a room along, and out where they lead nowhere', () => {
    const draft = plan()
    const own = draft.building.rooms[0]!
    const area = own.areas[0]!
    draft.building.rooms.push({
      ...structuredClone(own),
      id: 'hall',
      leaks: [],
      fixtures: [],
      areas: [{ acrossM: area.acrossM, downM: area.downM + area.widthM, lengthM: 9, widthM: 2 }],
    })
    const at = { acrossM: area.acrossM + 0.5, downM: area.downM + area.widthM }
    draft.building.doorways = [
      { id: 'd', storeyId: own.storeyId!, wall: 'alongX', at, widthM: 0.8, thresholdM: 0 },
    ]
    const began = at.acrossM
    const to = (acrossM: number, downM: number) =>
      putIn(draft, { kind: 'room', id: own.id }, { acrossM, downM })
    to(area.acrossM + 1, area.downM)
    expect(draft.building.doorways[0]!.at.acrossM).toBe(toCm(began + 1))
    to(area.acrossM, area.downM - 1)
    expect(draft.building.doorways).toEqual([])
  })

  it('belong to the room that they are put into', () => {
    const draft = plan()
    const own = draft.building.rooms[0]!
    draft.building.rooms.push({
      ...structuredClone(own),
      id: 'hall',
      leaks: [],
      fixtures: [],
      areas: [{ acrossM: 20, downM: 0, lengthM: 3, widthM: 3 }],
    })
    const [washer, leaks] = [own.fixtures[0]!, own.leaks.length]
    putIn(draft, { kind: 'fixture', id: washer.id }, { acrossM: 21, downM: 1 })
    putIn(draft, { kind: 'sensor', id: 's' }, { acrossM: 22, downM: 2 })
    expect(draft.building.rooms[1]!.fixtures).toEqual([washer])
    expect(draft.building.rooms[1]!.leaks.length).toBe(2)
    expect(own.leaks.length).toBe(leaks - 2)
    expect(draft.installation.sensors[0]!.roomId).toBe('hall')
    putIn(draft, { kind: 'leak', id: own.leaks[0]!.id }, { acrossM: 22.5, downM: 2.5 })
    expect(draft.building.rooms[1]!.leaks.length).toBe(3)
    // Beside all rooms it stays with its own, and the server says what is wrong.
    putIn(draft, { kind: 'sensor', id: 's' }, { acrossM: 90, downM: 2 })
    expect(draft.installation.sensors[0]!.roomId).toBe('hall')
  })

  it('let an accepted sensor join the rules of its room, or else those that close', () => {
    const draft = plan()
    const suggestion = { name: 'New', specId: 's4', roomId: 'bath', at: { acrossM: 1, downM: 1 }, gains: [] }
    acceptSuggestions([suggestion])(draft)
    expect(draft.installation.rules.map((r) => r.sensorIds)).toEqual([
      [],
      ['s', draft.installation.sensors[1]!.id],
    ])
    draft.installation.sensors = []
    acceptSuggestions([{ ...suggestion, name: 'Other' }])(draft)
    expect(draft.installation.rules[0]!.sensorIds).toEqual([draft.installation.sensors[0]!.id])
  })

  it('are marked where they are refused', () => {
    const draft = plan()
    expect(placeOf(draft, '/building/rooms/0/leaks/2/at')).toMatchObject({
      storeyId: 'g',
      area: { acrossM: 1.5, lengthM: 0.6 },
    })
    expect(placeOf(draft, '/building/rooms/0/fixtures/0/area')!.area.lengthM).toBe(0.6)
    expect(placeOf(draft, '/installation/sensors/0/path/1')!.area.acrossM).toBe(1.2)
    expect(placeOf(draft, '/building/doorways/3/at')).toBeNull()
    expect(placeOf(draft, '/building/supply')).toBeNull()
  })
})
