import { describe, expect, it } from 'vitest'
import type { Doorway, Fixture, Plan, Room, UsualFixture } from '@/api/types'
import { leaksAt, placeAtWall, withLeaks } from './fixtures'
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
const washer: UsualFixture = {
  kind: 'washingMachine',
  name: 'Washer',
  lengthM: 0.6,
  widthM: 0.5,
  base: 'onFeet',
  leaks: [
    {
      name: 'Hose',
      kind: 'hoseBurst',
      side: 'cold',
      heightM: 0.8,
      along: 0.5,
      fromThePipes: true,
      holdsM3: null,
    },
    {
      name: 'Drain',
      kind: 'trap',
      side: 'cold',
      heightM: 0.6,
      along: 0.5,
      fromThePipes: false,
      holdsM3: 0.05,
    },
  ],
}
const taken = { fixtures: [], leaks: [{ id: 'hose' }] }
const fed = () => ({ pipeId: 'rise', pipeIsProposed: true })

describe('a fixture', () => {
  it('goes to the first free stretch of wall, clear of doors and of what stands there', () => {
    expect(placeAtWall(room(), washer, [])).toEqual({ area: area(0, 0, 0.6, 0.5), side: 'top' })
    const door: Doorway = {
      id: 'd',
      storeyId: 'g',
      at: { acrossM: 0, downM: 0 },
      wall: 'alongX',
      widthM: 1.2,
      thresholdM: 0,
    }
    expect(placeAtWall(room(), washer, [door]).area.acrossM).toBeGreaterThanOrEqual(1.2)
    const full: Fixture = { id: 'f', kind: 'plinth', name: 'F', base: 'tight', area: area(0, 0, 2, 0.6) }
    expect(placeAtWall(room({ fixtures: [full] }), washer, [])).toEqual({
      area: area(0, 0.6, 0.5, 0.6),
      side: 'left',
    })
  })

  it('brings its usual leak points to its back, and before it where it stands tight', () => {
    const { fixture, leaks } = withLeaks(room(), washer, [], taken, fed)
    expect(leaks.map((l) => [l.name, l.kind, l.pipeId, l.holdsM3])).toEqual([
      ['Hose', 'hoseBurst', 'rise', null],
      ['Drain', 'trap', null, 0.05],
    ])
    expect(leaks[0]!.at).toEqual({ acrossM: 0.3, downM: 0.05 })
    expect(leaksAt(room({ leaks }), fixture)).toHaveLength(2)
    const tight = withLeaks(room(), { ...washer, base: 'tight' }, [], taken, fed)
    expect(tight.leaks[0]!.at).toEqual({ acrossM: 0.3, downM: 0.55 })
  })

  it('becomes a flow where no pipe is there to press behind its hole', () => {
    const { leaks } = withLeaks(room(), washer, [], taken, () => ({ pipeId: null, pipeIsProposed: false }))
    expect([leaks[0]!.kind, leaks[0]!.pipeId]).toEqual(['flow', null])
  })
})

describe('moves', () => {
  const plan = (): Plan => {
    const { fixture, leaks } = withLeaks(room(), washer, [], taken, fed)
    const far = { ...leaks[0]!, id: 'far', fixtureId: null, at: { acrossM: 1.8, downM: 1.2 } }
    const sensor = { id: 's', name: 'S', specId: 'r5', roomId: 'bath', distances: [] }
    return {
      building: {
        storeys: [],
        doorways: [],
        walls: [],
        openings: [],
        rooms: [
          room({
            fixtures: [{ ...fixture, id: 'washer' }],
            leaks: [...leaks.map((l) => ({ ...l, fixtureId: 'washer' })), far],
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
