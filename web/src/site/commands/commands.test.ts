import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { reactive } from 'vue'
import type { Plan, RehearsalCase, Remedy, SchoolOutcome } from '@/api/types'
import { back, emptyHistory, remember } from '../history'
import { leaksOf } from '../names'
import * as building from './building'
import * as installation from './installation'
import type { Command } from './list'
import * as radio from './radio'
import { applyRemedy } from './remedies'
import { protectionOf, setDelay, setProtection, takeSchool } from './ruled'
import { assumeUsual } from './usual'
import { addContact, editContact, removeContact } from './contacts'
import { setFailureRate, setFailures } from './failures'
import { keepCase, removeCase } from './cases'
import * as inputs from './inputs'
import { setNuisance } from './nuisance'
import * as whole from './plan'

/** Net Loft as it ships, whole and real. */
const demo = (JSON.parse(readFileSync('../demo/net-loft.terrapin.json', 'utf8')) as { plan: Plan }).plan
// A key that may be left out, so that a change of it is seen.
demo.building.nuisance ??= null
demo.cases ??= []
demo.installation.buttons ??= null
demo.installation.switches ??= null
const area = { acrossM: 40, downM: 0, lengthM: 2, widthM: 1 }
const at = { acrossM: 0.3, downM: 0.3 }
const [room] = demo.building.rooms
const leak = leaksOf(demo)[0]!.leak
const fixture = demo.building.rooms.flatMap((r) => r.fixtures)[0]!
const storey = demo.building.storeys[0]!
const doorway = demo.building.doorways[0]!
const contact = demo.installation.contacts![0]!
const opening = demo.building.openings[0]!
const stretch = {
  id: 'w',
  storeyId: storey.id,
  at,
  direction: 'alongX',
  lengthM: 1,
  make: { material: 'brick' },
} as const
const sensor = demo.installation.sensors[0]!
const rule = demo.installation.rules[0]!
const drive = demo.installation.drives[0]!
const hub = demo.installation.hubs[0]!
const feed = { pipeId: demo.building.pipes[0]!.id, pipeIsProposed: true }
const kept: RehearsalCase = {
  id: 'case',
  name: 'Kept',
  leakId: leak.id,
  mode: 'away',
  faults: [],
  meanwhile: [],
  mostM3: 0.05,
}
const rename = (thing: { name: string }) => void (thing.name = 'Another name')

/** Each command with where it may change the plan. */
const all: [string, Command, string[]][] = [
  ['addStopValve', building.addStopValve('new'), ['building.stopValves']],
  ['editStopValve', building.editStopValve(demo.building.stopValves[0]!.id, rename), ['building.stopValves']],
  [
    'removeStopValve',
    building.removeStopValve(demo.building.stopValves[0]!.id),
    ['building.stopValves', 'installation.drives'],
  ],
  ['addPipe', building.addPipe('new'), ['building.pipes']],
  [
    'ensurePipe',
    (draft) => {
      draft.building.pipes = []
      building.ensurePipe('new')(draft)
    },
    ['building.pipes'],
  ],
  ['addBranch', building.addBranch('new', demo.building.pipes[0]!.id), ['building.pipes']],
  ['editPipe', building.editPipe(demo.building.pipes[0]!.id, rename), ['building.pipes']],
  ['removePipe', building.removePipe(demo.building.pipes.at(-1)!.id), ['building.pipes']],
  ['addRoom', building.addRoom('new', 'Attic'), ['building.rooms']],
  ['editRoom', building.editRoom(room!.id, rename), ['building.rooms']],
  [
    'removeRoom',
    building.removeRoom(room!.id),
    ['building.rooms', 'installation.sensors', 'installation.rules'],
  ],
  ['drawRoom', building.drawRoom('new', 'Attic', storey.id, area), ['building.rooms']],
  ['putRoom', building.putRoom({ ...room!, id: 'new', fixtures: [], leaks: [] }, false), ['building.rooms']],
  [
    'putHouse',
    building.putHouse({ storeys: [{ id: 'new', name: 'Loft' }], rooms: [], doorways: [], hasPump: true }),
    ['building.storeys', 'building.supply'],
  ],
  ['takeRoomOffTheDrawing', building.takeRoomOffTheDrawing(room!.id), ['building.rooms']],
  [
    'takeRooms',
    building.takeRooms({ rooms: [{ name: 'Attic', storey: 'Roof', areas: [area], finishId: 'vinyl' }] }),
    ['building.rooms', 'building.storeys'],
  ],
  ['setNuisance', setNuisance('mop', { perYear: 12 }), ['building.nuisance']],
  ['addContact', addContact('new', 'Ilse'), ['installation.contacts']],
  ['editContact', editContact(contact.id, rename), ['installation.contacts']],
  ['removeContact', removeContact(contact.id), ['installation.contacts']],
  ['addButton', inputs.addButton('new', 'By the door'), ['installation.buttons']],
  ['addSwitch', inputs.addSwitch('new', 'Outlet', 'machine'), ['installation.switches']],
  ['keepCase', keepCase(kept), ['cases']],
  ['setFailureRate', setFailureRate('hub', { perYear: 0.4 }), ['failures']],
  ['setFailures', setFailures({ testEveryS: 86400 }), ['failures']],
  ['setDelay', setDelay(7), ['installation.rules']],
  ['assumeUsual', assumeUsual('house', true), ['building']],
  ['addLeak', building.addLeak('new', 'Hose', room!.id, feed), ['building.rooms']],
  ['editLeak', building.editLeak(leak.id, rename), ['building.rooms']],
  ['setLeakKind', building.setLeakKind(leak.id, 'drip'), ['building.rooms']],
  ['setLeakPipe', building.setLeakPipe(leak.id, null), ['building.rooms']],
  ['setLeakSide', building.setLeakSide(leak.id, 'hot', feed), ['building.rooms']],
  ['removeLeak', building.removeLeak(leak.id), ['building.rooms', 'installation.sensors']],
  ['addFixture', building.addFixture(room!.id, { ...fixture, id: 'new' }, []), ['building.rooms']],
  ['editFixture', building.editFixture(fixture.id, rename), ['building.rooms']],
  ['removeFixture', building.removeFixture(fixture.id), ['building.rooms']],
  [
    'copyStoreyAbove',
    building.copyStoreyAbove(storey.id, { id: 'new', name: 'Loft', newId: (name) => `${name} again` }),
    ['building.storeys', 'building.rooms', 'building.doorways', 'building.walls'],
  ],
  ['addDoorways', building.addDoorways([{ ...doorway, id: 'new' }]), ['building.doorways']],
  ['addStorey', building.addStorey({ id: 'new', name: 'Cellar' }), ['building.storeys']],
  ['editStorey', building.editStorey(storey.id, rename), ['building.storeys']],
  ['addDoorway', building.addDoorway({ ...doorway, id: 'new' }), ['building.doorways']],
  ['editDoorway', building.editDoorway(doorway.id, (d) => void (d.widthM = 0.5)), ['building.doorways']],
  ['removeDoorway', building.removeDoorway(doorway.id), ['building.doorways']],
  ['addWall', building.addWall(stretch), ['building.walls']],
  ['addOpening', building.addOpening({ ...opening, id: 'new' }), ['building.openings']],
  ['editOpening', building.editOpening(opening.id, (o) => void (o.area = area)), ['building.openings']],
  ['removeOpening', building.removeOpening(opening.id), ['building.openings']],
  ['chooseDrive', installation.chooseDrive(drive.stopValveId, 'sd-12'), ['installation.drives']],
  [
    'editDriveOn',
    installation.editDriveOn(drive.stopValveId, (d) => void (d.power = 'batteries')),
    ['installation.drives'],
  ],
  ['adoptSeen', installation.adoptSeen(drive.id, null), ['installation.drives']],
  [
    'addSensor',
    installation.addSensor({ id: 'new', name: 'Spot', specId: 's4', roomId: room!.id, at }),
    ['installation.sensors'],
  ],
  ['editSensor', installation.editSensor(sensor.id, rename), ['installation.sensors']],
  ['setDistance', installation.setDistance(sensor.id, leak.id, 3.21), ['installation.sensors']],
  ['removeSensor', installation.removeSensor(sensor.id), ['installation.sensors', 'installation.rules']],
  [
    'acceptSuggestions',
    installation.acceptSuggestions([{ name: 'Spot', specId: 's4', roomId: room!.id, at } as never]),
    ['installation.sensors', 'installation.rules'],
  ],
  ['chooseHub', radio.chooseHub(null), ['installation.hubs']],
  ['addHub', radio.addHub({ id: 'new', name: 'Second', specId: 'k7', place: null }), ['installation.hubs']],
  ['editHub', radio.editHub(hub.id, rename), ['installation.hubs']],
  ['removeHub', radio.removeHub(hub.id), ['installation.hubs']],
  [
    'addRepeater',
    radio.addRepeater({ id: 'new', name: 'Plug', specId: 'p2', place: null }),
    ['installation.repeaters'],
  ],
  ['setDirectLink', radio.setDirectLink(sensor.id, drive.id, true), ['installation.links']],
  ['setSignal', radio.setSignal(sensor.id, hub.id, { dbm: -70 }), ['installation.signals']],
  [
    'applyRemedy',
    applyRemedy({ kind: 'secondSensor', targetId: sensor.id } as Remedy),
    ['installation.sensors', 'installation.rules'],
  ],
  [
    'applyRemedy with a rule',
    applyRemedy({ kind: 'shutWhenLeaving', targetId: 'main', rule } as unknown as Remedy),
    ['installation.rules'],
  ],
  ['setProtection', setProtection([sensor.id], 'tellOnly'), ['installation.rules']],
  [
    'takeSchool',
    takeSchool({ rules: [rule], links: [] } as unknown as SchoolOutcome),
    ['installation.rules', 'installation.links'],
  ],
  ['addRule', installation.addRule('new'), ['installation.rules']],
  ['editRule', installation.editRule(rule.id, rename), ['installation.rules']],
  ['removeRule', installation.removeRule(rule.id), ['installation.rules']],
  ['keepOption', installation.keepOption('new', 'As quoted'), ['options']],
  ['takeOption', installation.takeOption(demo.options[0]!.id), ['installation']],
  ['removeOption', installation.removeOption(demo.options[0]!.id), ['options']],
  ['becomePlan', whole.becomePlan({ ...demo, options: [] }), ['options']],
  ['setPayback', whole.setPayback('labour', 333), ['payback']],
]

/** The parts of a plan that differ, two keys deep. */
function differences(a: Plan, b: Plan): string[] {
  const same = (x: unknown, y: unknown) => JSON.stringify(x) === JSON.stringify(y)
  const parts = (plan: Plan) => Object.entries(plan) as [keyof Plan, object][]
  return parts(a).flatMap(([key, part]) => {
    if (same(part, b[key])) return []
    if (Array.isArray(part) || typeof part !== 'object') return [key]
    const other = b[key] as unknown as Record<string, unknown>
    return Object.entries(part).flatMap(([inner, value]) =>
      same(value, other[inner]) ? [] : [`${key}.${inner}`],
    )
  })
}

describe('commands', () => {
  it.each(all)('%s changes what it says and nothing else, and is undone', (_, command, places) => {
    const draft = structuredClone(demo)
    command(draft)
    const changed = differences(demo, draft)
    expect(changed).not.toEqual([])
    for (const place of changed) expect(places.some((p) => place.startsWith(p))).toBe(true)
    const undone = back(remember(emptyHistory<Plan>(), demo, draft, 'x', 0), draft)
    expect(undone!.state).toBe(demo)
  })

  it.each([
    ['editStopValve', building.editStopValve('gone', rename)],
    ['removeStopValve', building.removeStopValve('gone')],
    ['editPipe', building.editPipe('gone', rename)],
    ['removePipe', building.removePipe('gone')],
    ['editRoom', building.editRoom('gone', rename)],
    ['removeRoom', building.removeRoom('gone')],
    ['addLeak', building.addLeak('new', 'Hose', 'gone', feed)],
    ['editLeak', building.editLeak('gone', rename)],
    ['removeLeak', building.removeLeak('gone')],
    ['editFixture', building.editFixture('gone', rename)],
    ['removeFixture', building.removeFixture('gone')],
    ['editStorey', building.editStorey('gone', rename)],
    ['editDoorway', building.editDoorway('gone', () => expect.unreachable())],
    ['removeDoorway', building.removeDoorway('gone')],
    ['editWall', building.editWall('gone', () => expect.unreachable())],
    ['removeWall', building.removeWall('gone')],
    ['editOpening', building.editOpening('gone', () => expect.unreachable())],
    ['removeOpening', building.removeOpening('gone')],
    ['editDriveOn', installation.editDriveOn('gone', () => expect.unreachable())],
    ['adoptSeen', installation.adoptSeen('gone', null)],
    ['editSensor', installation.editSensor('gone', rename)],
    ['setDistance', installation.setDistance('gone', leak.id, 1)],
    ['removeSensor', installation.removeSensor('gone')],
    ['editHub', radio.editHub('gone', rename)],
    ['removeHub', radio.removeHub('gone')],
    ['editRepeater', radio.editRepeater('gone', rename)],
    ['removeRepeater', radio.removeRepeater('gone')],
    ['setDirectLink', radio.setDirectLink('gone', drive.id, true)],
    ['setSignal', radio.setSignal('gone', hub.id, null)],
    ['editRule', installation.editRule('gone', rename)],
    ['removeRule', installation.removeRule('gone')],
    ['setProtection', setProtection(['gone'], 'tellOnly')],
    ['editContact', editContact('gone', rename)],
    ['removeContact', removeContact('gone')],
    ...(
      ['directLink', 'hubBackup', 'driveBackup', 'noDelay', 'everyMode', 'everyHour', 'secondSensor'] as const
    ).map((kind): [string, Command] => [
      kind,
      applyRemedy({ kind, targetId: 'gone', driveId: 'gone' } as Remedy),
    ]),
    ['takeOption', installation.takeOption('gone')],
    ['removeOption', installation.removeOption('gone')],
  ])('%s of something that is gone changes nothing', (_, command) => {
    const draft = structuredClone(demo)
    command(draft)
    expect(draft).toEqual(demo)
  })

  it('a room that is gone leaves the rules of it, and nothing else of them', () => {
    const draft = structuredClone(demo)
    draft.installation.rules[0]!.roomIds = [sensor.roomId, 'other']
    building.removeRoom(sensor.roomId)(draft)
    expect(draft.installation.rules[0]!.roomIds).toEqual(['other'])
    installation.setModesSet(['home'])(draft)
    expect(draft.installation.modesSet).toEqual(['home'])
    installation.setModesSet([])(draft)
    expect(draft.installation.modesSet).toBeNull()
  })

  it('what is gone leaves no link and no signal behind', () => {
    const draft = structuredClone(demo)
    radio.setDirectLink(sensor.id, drive.id, true)(draft)
    radio.setSignal(sensor.id, hub.id, { bars: 3 })(draft)
    expect(draft.installation.signals).toEqual([{ fromId: sensor.id, toId: hub.id, bars: 3 }])
    radio.setSignal(hub.id, sensor.id, { dbm: -72 })(draft)
    expect(draft.installation.signals).toEqual([{ fromId: sensor.id, toId: hub.id, dbm: -72, bars: null }])
    const without = [
      installation.removeSensor(sensor.id),
      building.removeRoom(sensor.roomId),
      building.removeStopValve(drive.stopValveId),
      installation.chooseDrive(drive.stopValveId, 'sd-12'),
    ]
    for (const command of without) {
      const left = structuredClone(draft)
      command(left)
      expect(left.installation.links).toEqual([])
    }
    const deaf = structuredClone(draft)
    radio.removeHub(hub.id)(deaf)
    expect(deaf.installation.signals).toEqual([])
  })

  it('a change that was asked for before a removal meets the thing that it meant', () => {
    const draft = structuredClone(demo)
    const [first, second] = draft.installation.sensors
    installation.removeSensor(first!.id)(draft)
    installation.editSensor(second!.id, rename)(draft)
    expect(draft.installation.sensors[0]).toMatchObject({ id: second!.id, name: 'Another name' })
    expect(draft.installation.sensors[1]!.name).toBe(demo.installation.sensors[2]!.name)
  })
})

describe('a sensor', () => {
  const modesOf = (plan: Plan, id: string, action: 'close' | 'tellOnly') =>
    new Set(
      plan.installation.rules
        .filter((r) => r.action === action && r.sensorIds.includes(id))
        .flatMap((r) => r.modes),
    )

  it('that only tells leaves every closing rule, tells in every mode, and closes again', () => {
    const draft = structuredClone(demo)
    expect(protectionOf(draft, [sensor.id])).toBe('protect')
    setProtection([sensor.id], 'tellOnly')(draft)
    expect(protectionOf(draft, [sensor.id])).toBe('tellOnly')
    expect(protectionOf(draft, [sensor.id, demo.installation.sensors[1]!.id])).toBeNull()
    expect(modesOf(draft, sensor.id, 'close').size).toBe(0)
    expect(modesOf(draft, sensor.id, 'tellOnly').size).toBe(4)
    setProtection([sensor.id], 'protect')(draft)
    expect(modesOf(draft, sensor.id, 'close').size).toBe(4)
    expect(modesOf(draft, sensor.id, 'tellOnly').size).toBe(0)
  })

  it('is protected by a new rule where none closes yet', () => {
    const draft = structuredClone(demo)
    draft.installation.rules = []
    setProtection([sensor.id], 'protect')(draft)
    expect(draft.installation.rules).toMatchObject([
      { action: 'close', sensorIds: [sensor.id], modes: ['home', 'away', 'asleep', 'holiday'] },
    ])
  })

  it('has a second one put beside it that the same rules listen to', () => {
    const draft = structuredClone(demo)
    applyRemedy({ kind: 'secondSensor', targetId: sensor.id } as Remedy)(draft)
    const second = draft.installation.sensors.at(-1)!
    expect(second).toMatchObject({ roomId: sensor.roomId, specId: sensor.specId, at: sensor.at })
    expect(second.id).not.toBe(sensor.id)
    for (const each of draft.installation.rules)
      expect(each.sensorIds.includes(second.id)).toBe(each.sensorIds.includes(sensor.id))
  })
})

it('what wets a sensor for nothing is said once a kind, and taken out when neither is said any more', () => {
  const draft = structuredClone(demo)
  setNuisance('mop', { perYear: 12 })(draft)
  setNuisance('mop', { lastsS: 60 })(draft)
  setNuisance('splash', { perYear: 50 })(draft)
  expect(draft.building.nuisance).toEqual([
    { kind: 'mop', perYear: 12, lastsS: 60 },
    { kind: 'splash', perYear: 50, lastsS: null },
  ])
  setNuisance('mop', { perYear: null })(draft)
  setNuisance('mop', { lastsS: null })(draft)
  expect(draft.building.nuisance!.map((e) => e.kind)).toEqual(['splash'])
})

it('who is taken out is told by no rule any more', () => {
  const draft = structuredClone(demo)
  const [first, second] = draft.installation.rules
  first!.tellIds = [contact.id, 'other']
  second!.tellIds = null
  removeContact(contact.id)(draft)
  expect(draft.installation.contacts!.map((c) => c.id)).not.toContain(contact.id)
  expect(first!.tellIds).toEqual(['other'])
  expect(second!.tellIds).toBeNull()
})

it('how often parts fail is said once a kind, beside what holds for all, and taken out when nothing is said any more', () => {
  const draft = structuredClone(demo)
  draft.failures = null
  setFailures({ testEveryS: 86400 })(draft)
  setFailureRate('hub', { perYear: 0.4 })(draft)
  setFailureRate('hub', { noticedShare: 0.5 })(draft)
  expect(draft.failures).toEqual({
    testEveryS: 86400,
    rates: [{ kind: 'hub', perYear: 0.4, noticedShare: 0.5, repairS: null }],
  })
  setFailureRate('hub', { perYear: null, noticedShare: null })(draft)
  expect(draft.failures).toEqual({ testEveryS: 86400, rates: [] })
})

it('a sensor that shall only tell loses its direct links, which would close', () => {
  const draft = structuredClone(demo)
  draft.installation.rules = []
  draft.installation.links = [
    { sensorId: sensor.id, driveId: drive.id },
    { sensorId: 'another', driveId: drive.id },
  ]
  expect(protectionOf(draft, [sensor.id])).toBe('protect')
  setProtection([sensor.id], 'tellOnly')(draft)
  expect(draft.installation.links.map((l) => l.sensorId)).toEqual(['another'])
  expect(protectionOf(draft, [sensor.id])).toBe('tellOnly')
})

describe('a drive', () => {
  it('of another kind keeps its supply and use, is a fitting of its own, and has nothing that was seen of the old one', () => {
    const draft = structuredClone(demo)
    installation.chooseDrive(drive.stopValveId, 'sd-12')(draft)
    expect(draft.installation.drives).toHaveLength(1)
    const { id, ...other } = draft.installation.drives[0]!
    expect(id).not.toBe(drive.id)
    expect(other).toEqual({
      stopValveId: drive.stopValveId,
      specId: 'sd-12',
      power: drive.power,
      onMainsFailure: drive.onMainsFailure,
      strokesPerYear: drive.strokesPerYear,
      overrideNote: '',
    })
  })

  it('on another supply is the same one, and keeps what was seen of it', () => {
    const draft = structuredClone(demo)
    installation.chooseDrive(drive.stopValveId, drive.specId, 'batteries')(draft)
    expect(draft.installation.drives[0]).toEqual({ ...drive, power: 'batteries' })
  })
})

it('a room takes its sensors along, and no rule or distance names what is gone', () => {
  const draft = structuredClone(demo)
  const { roomId } = sensor
  const gone = demo.building.rooms.find((r) => r.id === roomId)!.leaks.map((l) => l.id)
  building.removeRoom(roomId)(draft)
  const left = new Set(draft.installation.sensors.map((s) => s.id))
  expect(left.has(sensor.id)).toBe(false)
  for (const each of draft.installation.rules)
    for (const id of each.sensorIds) expect(left.has(id)).toBe(true)
  expect(
    draft.installation.sensors.flatMap((s) => s.distances).filter((d) => gone.includes(d.leakId)),
  ).toEqual([])
})

it('hot and cold are two pipes: a proposal follows the side, what somebody said does not', () => {
  const draft = structuredClone(demo)
  const of = () => leaksOf(draft).find((l) => l.leak.id === leak.id)!.leak
  building.setLeakPipe(leak.id, demo.building.pipes[1]!.id)(draft)
  building.setLeakSide(leak.id, 'hot', feed)(draft)
  expect(of()).toMatchObject({ side: 'hot', pipeId: demo.building.pipes[1]!.id, pipeIsProposed: false })
  of().pipeIsProposed = true
  building.setLeakSide(leak.id, 'cold', feed)(draft)
  expect(of()).toMatchObject({ side: 'cold', ...feed })
})

it('a copied storey stands above the other with all that is drawn in it, and asks which pipe feeds its leak points', () => {
  const plan = structuredClone(demo)
  const heightM = 2.6
  plan.building.storeys.find((s) => s.id === 'studio')!.heightM = heightM
  let made = 0
  building.copyStoreyAbove('studio', { id: 'copy', name: 'Loft', newId: () => `new-${++made}` })(plan)
  expect(plan.building.storeys.map((s) => s.id).indexOf('copy')).toBe(
    plan.building.storeys.map((s) => s.id).indexOf('studio') - 1,
  )
  const on = (id: string) => plan.building.rooms.filter((r) => r.storeyId === id)
  const [from, to] = [on('studio'), on('copy')]
  expect(to.map((r) => r.areas)).toEqual(from.map((r) => r.areas))
  to.forEach((room, i) => {
    const was = from[i]!.floorHeightM
    if (was == null) expect(room.floorHeightM).toBeNull()
    else expect(room.floorHeightM).toBeCloseTo(was + heightM, 9)
    for (const one of room.leaks) {
      if (one.fixtureId) expect(room.fixtures.map((f) => f.id)).toContain(one.fixtureId)
      expect(one.pipeIsProposed).toBe(one.pipeId != null)
    }
  })
  const ids = to.flatMap((r) => [r.id, ...r.leaks.map((l) => l.id), ...r.fixtures.map((f) => f.id)])
  expect(new Set(ids).size).toBe(ids.length)
  expect(ids.every((id) => id.startsWith('new-'))).toBe(true)
})

it('takes a rule that was tried as the plan’s own, though it is shown', () => {
  const draft = structuredClone(demo)
  const shown = reactive({ kind: 'shutOnSilence', targetId: 'main', rule: structuredClone(rule) })
  applyRemedy(shown as unknown as Remedy)(draft)
  const added = draft.installation.rules.at(-1)!
  expect(added).toEqual({ ...rule, stopValveIds: rule.stopValveIds ?? [], id: added.id })
  expect(draft.installation.rules.filter((r) => r.id === added.id)).toHaveLength(1)
  structuredClone(draft)
  shown.rule.modes.pop()
  expect(added.modes).toEqual(rule.modes)
})

describe('what hangs on something that is taken out', () => {
  const other = leaksOf(demo)[1]!.leak
  function after(...commands: Command[]): Plan {
    const draft = structuredClone(demo)
    for (const command of commands) command(draft)
    return draft
  }

  it('goes with it: rules forget a button and a switch, a switch its machine', () => {
    const draft = after(
      inputs.addButton('door', 'By the door'),
      inputs.addSwitch('outlet', 'Outlet', 'machine'),
      inputs.editSwitch('outlet', (s) => void (s.fixtureId = fixture.id)),
      installation.editRule(rule.id, (r) =>
        Object.assign(r, { trigger: 'buttonPressed', buttonIds: ['door'], stopSwitchIds: ['outlet'] }),
      ),
      building.removeFixture(fixture.id),
      inputs.editButton('door', rename),
    )
    expect(draft.installation.switches).toEqual([
      { id: 'outlet', name: 'Outlet', stops: 'machine', fixtureId: null },
    ])
    expect(draft.installation.buttons).toEqual([{ id: 'door', name: 'Another name' }])
    inputs.removeButton('door')(draft)
    inputs.removeSwitch('outlet')(draft)
    expect(draft.installation.rules[0]).toMatchObject({ buttonIds: [], stopSwitchIds: [] })
    expect([draft.installation.buttons, draft.installation.switches]).toEqual([[], []])
  })

  it('goes with it: kept rehearsals of a leak, and the steps of others in which it begins', () => {
    const begins = {
      atS: 5,
      kind: 'leakStarts',
      leakId: other.id,
      mode: null,
      buttonId: null,
    } as const
    const noneKept: Command = (draft) => void (draft.cases = null)
    const both = after(noneKept, keepCase({ ...kept, meanwhile: [begins] }), keepCase({ ...kept, id: 'two' }))
    const without = structuredClone(both)
    building.removeLeak(other.id)(without)
    expect(without.cases!.map((c) => [c.id, c.meanwhile])).toEqual([
      ['case', []],
      ['two', []],
    ])
    building.removeLeak(leak.id)(both)
    expect(both.cases).toEqual([])
    const one = after(noneKept, keepCase(kept), keepCase({ ...kept, id: 'two' }), removeCase('case'))
    expect(one.cases!.map((c) => c.id)).toEqual(['two'])
  })
})
