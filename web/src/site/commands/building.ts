import type {
  Doorway,
  Fixture,
  FloorOpening,
  FloorRectangle,
  LeakPoint,
  Pipe,
  ProposedHouse,
  Plan,
  ProposedFeed,
  Room,
  RoomsRead,
  StopValve,
  Storey,
  Wall,
} from '@/api/types'
import { isFixedFlow } from '@/ui/words'
import { driveIndexOn } from '../drives'
import { freshId } from '../names'
import { forgetLeaks } from './cases'
import { change, takeOut, type Command } from './list'
import { forgetRadio } from './radio'

/** What was found in the building: stop valves, pipes, rooms and what is in them. */

export const addStopValve =
  (id: string): Command =>
  ({ building }) => {
    building.stopValves.push({
      id,
      name: `Stop valve ${building.stopValves.length + 1}`,
      kind: 'unknown',
      stiffness: 'unknown',
      closesFully: 'unknown',
      upstreamStop: 'unknown',
      feedsSprinklers: 'unknown',
      feedsVitalUse: 'unknown',
      handle: {},
      stem: {},
      collar: {},
      pipeBefore: {},
      pipeAfter: {},
      obstacles: [],
      place: {},
      bonding: {},
    })
  }

export const editStopValve =
  (id: string, how: (valve: StopValve) => void): Command =>
  ({ building }) =>
    change(building.stopValves, id, how)

/** The drive on it goes with it. */
export const removeStopValve =
  (id: string): Command =>
  (draft) => {
    const drive = driveIndexOn(draft, id)
    if (drive >= 0) forgetRadio(draft, draft.installation.drives.splice(drive, 1)[0]!.id)
    takeOut(draft.building.stopValves, id)
  }

/** After the last pipe, or after the first stop valve. */
export const addPipe =
  (id: string): Command =>
  ({ building }) => {
    const last = building.pipes.at(-1)
    building.pipes.push({
      id,
      name: `Pipe ${building.pipes.length + 1}`,
      material: 'unknown',
      ...(last ? { parentId: last.id } : { stopValveId: building.stopValves[0]!.id }),
    })
  }

/** A branch of a pipe: of the same material, with the same water, and from where that one ends. */
export const addBranch =
  (id: string, ofId: string): Command =>
  ({ building }) => {
    const of = building.pipes.find((p) => p.id === ofId)
    if (!of) return
    building.pipes.push({
      id,
      name: `${of.name}, branch`,
      parentId: of.id,
      material: of.material,
      water: of.water,
      endHeightM: of.endHeightM ?? null,
      assumesUsual: of.assumesUsual ?? false,
    })
  }

/** Leak points need a pipe behind them: where there is none yet, one that nobody has measured. */
export const ensurePipe =
  (id: string): Command =>
  (draft) => {
    if (draft.building.pipes.length === 0) addPipe(id)(draft)
  }

export const editPipe =
  (id: string, how: (pipe: Pipe) => void): Command =>
  ({ building }) =>
    change(building.pipes, id, how)

export const removePipe =
  (id: string): Command =>
  ({ building }) =>
    void takeOut(building.pipes, id)

const blankRoom = (id: string, name: string): Room => ({
  id,
  name,
  noLeakPoints: false,
  areas: [],
  drains: [],
  fixtures: [],
  zones: [],
  leaks: [],
})

export const addRoom =
  (id: string, name: string): Command =>
  ({ building }) =>
    void building.rooms.push(blankRoom(id, name))

export const editRoom =
  (id: string, how: (room: Room) => void): Command =>
  ({ building }) =>
    change(building.rooms, id, how)

/** Sensors in the room go with it, and so do the rules' references to them. */
export const removeRoom =
  (id: string): Command =>
  (draft) => {
    const { building, installation } = draft
    const room = takeOut(building.rooms, id)
    for (const leak of room?.leaks ?? []) forgetDistances(installation, leak.id)
    forgetLeaks(draft, room?.leaks.map((l) => l.id) ?? [])
    for (const fixture of room?.fixtures ?? []) forgetFixture(installation, fixture.id)
    const gone = new Set(installation.sensors.filter((s) => s.roomId === id).map((s) => s.id))
    installation.sensors = installation.sensors.filter((s) => !gone.has(s.id))
    for (const sensor of gone) forgetRadio(draft, sensor)
    for (const rule of installation.rules) {
      rule.sensorIds = rule.sensorIds.filter((s) => !gone.has(s))
      // One of that room alone is left with no sensor, and says so.
      if (rule.roomIds) rule.roomIds = rule.roomIds.filter((r) => r !== id)
    }
  }

/** Draws a room, one that is on the list already or a new one. */
export const drawRoom =
  (id: string, name: string, storeyId: string, area: FloorRectangle): Command =>
  (draft) => {
    if (!draft.building.rooms.some((r) => r.id === id)) addRoom(id, name)(draft)
    editRoom(id, (room) => {
      room.storeyId = storeyId
      room.areas = [area]
      room.lengthM ??= area.lengthM
      room.widthM ??= area.widthM
    })(draft)
  }

/** Puts in a room as it was proposed; one that is on the list already takes its place there. */
export const putRoom =
  (room: Room, isKnown: boolean): Command =>
  ({ building }) => {
    const at = building.rooms.findIndex((r) => r.id === room.id)
    if (at >= 0) building.rooms[at] = room
    else if (!isKnown) building.rooms.push(room)
  }

/** Puts in a ready-made house. */
export const putHouse =
  ({ storeys, rooms, doorways, hasPump }: ProposedHouse): Command =>
  ({ building }) => {
    building.storeys.push(...storeys)
    building.rooms.push(...rooms)
    building.doorways.push(...doorways)
    if (hasPump) {
      building.supply.pump ??= { afterStopValveId: null, stopsOnClosing: 'unknown' }
      building.supply.tank ??= { afterStopValveId: null }
    }
  }

export const takeRoomOffTheDrawing = (id: string): Command =>
  editRoom(
    id,
    (room) =>
      void Object.assign(room, {
        areas: [],
        drains: [],
        fixtures: [],
        zones: [],
        storeyId: null,
        fall: null,
      }),
  )

/** Rooms of the same name are drawn anew; others are added, on storeys that are made where they are missing. */
export const takeRooms =
  ({ rooms }: RoomsRead): Command =>
  (draft) => {
    const { building, catalogue } = draft
    for (const read of rooms) {
      let storey = building.storeys.find((s) => s.name === read.storey)
      if (!storey) {
        storey = { id: freshId(read.storey, building.storeys), name: read.storey }
        building.storeys.push(storey)
      }
      const wanted = read.name.toLowerCase()
      let room =
        building.rooms.find((r) => r.name.toLowerCase() === wanted && r.storeyId === storey.id) ??
        building.rooms.find((r) => r.name.toLowerCase() === wanted && !r.areas.length)
      if (!room) {
        room = blankRoom(freshId(read.name, building.rooms), read.name)
        building.rooms.push(room)
      }
      const isKnown = catalogue.finishes.some((f) => f.id === read.finishId)
      Object.assign(room, {
        storeyId: storey.id,
        areas: read.areas,
        finishId: isKnown ? read.finishId : (room.finishId ?? null),
      })
    }
  }

/** A burst hose of cold water, until somebody says what it is. */
export const addLeak = (id: string, name: string, roomId: string, feed: ProposedFeed): Command =>
  editRoom(roomId, (room) => {
    room.noLeakPoints = false
    room.leaks.push({
      id,
      name,
      kind: 'hoseBurst',
      side: 'cold',
      ...feed,
      position: 'unknown',
      harms: [],
    })
  })

/** Changes a leak point, in whichever room it is. */
export const editLeak =
  (id: string, how: (leak: LeakPoint) => void): Command =>
  ({ building }) => {
    for (const room of building.rooms) change(room.leaks, id, how)
  }

export const setLeakKind = (id: string, kind: LeakPoint['kind']): Command =>
  editLeak(id, (leak) => {
    leak.kind = kind
    if (isFixedFlow(kind)) leak.holeM = null
    else leak.flowM3PerS = null
  })

/** Without a pipe there is no pressure behind a hole: it becomes a flow. */
export const setLeakPipe = (id: string, pipeId: string | null): Command =>
  editLeak(id, (leak) => {
    leak.pipeId = pipeId
    leak.pipeIsProposed = false
    if (pipeId) leak.holdsM3 = null
    else if (!isFixedFlow(leak.kind)) Object.assign(leak, { kind: 'flow', holeM: null })
  })

/** Hot and cold are two pipes: where nobody has said which it is, the proposal follows the side. */
export const setLeakSide = (id: string, side: LeakPoint['side'], feed: ProposedFeed): Command =>
  editLeak(id, (leak) => {
    leak.side = side
    if (leak.pipeIsProposed) Object.assign(leak, feed)
  })

/** The distances to it that sensors have go with it, and so do rehearsals of it that are kept. */
export const removeLeak =
  (id: string): Command =>
  (draft) => {
    for (const room of draft.building.rooms) takeOut(room.leaks, id)
    forgetDistances(draft.installation, id)
    forgetLeaks(draft, [id])
  }

/** What switches it off is not said to any more. */
function forgetFixture(installation: Plan['installation'], fixtureId: string) {
  for (const loadSwitch of installation.switches ?? [])
    if (loadSwitch.fixtureId === fixtureId) loadSwitch.fixtureId = null
}

function forgetDistances(installation: Plan['installation'], leakId: string) {
  for (const sensor of installation.sensors)
    sensor.distances = sensor.distances.filter((d) => d.leakId !== leakId)
}

/** Puts a fixture into a room, with its leak points. */
export const addFixture = (roomId: string, fixture: Fixture, leaks: LeakPoint[]): Command =>
  editRoom(roomId, (room) => {
    room.fixtures.push(fixture)
    room.leaks.push(...leaks)
  })

/** Changes a fixture, in whichever room it stands. */
export const editFixture =
  (id: string, how: (fixture: Fixture) => void): Command =>
  ({ building }) => {
    for (const room of building.rooms) change(room.fixtures, id, how)
  }

/** Its leak points stay. */
export const removeFixture =
  (id: string): Command =>
  ({ building, installation }) => {
    for (const room of building.rooms) {
      takeOut(room.fixtures, id)
      for (const leak of room.leaks) if (leak.fixtureId === id) leak.fixtureId = null
    }
    forgetFixture(installation, id)
  }

/** Below the others, or above them. */
export const addStorey =
  (storey: Storey, isAbove = false): Command =>
  ({ building }) =>
    void (isAbove ? building.storeys.unshift(storey) : building.storeys.push(storey))

export const editStorey =
  (id: string, how: (storey: Storey) => void): Command =>
  ({ building }) =>
    change(building.storeys, id, how)

/** What a copied storey is called, and the lot for new ids. */
interface StoreyCopy {
  id: string
  name: string
  /** A new id for a thing of a name. */
  newId: (name: string) => string
}

/**
 * Draws a storey once more above another: its rooms with what stands in them, its doorways and walls. Sensors and openings
 * are not copied; which pipe feeds a copied leak point is proposed, for somebody to say.
 */
export const copyStoreyAbove =
  (storeyId: string, { id, name, newId }: StoreyCopy): Command =>
  ({ building }) => {
    const at = building.storeys.findIndex((s) => s.id === storeyId)
    const from = building.storeys[at]
    if (!from) return
    building.storeys.splice(at, 0, { ...structuredClone(from), id, name, picture: null })
    const above = (heightM: number | null | undefined) =>
      heightM == null || from.heightM == null ? null : heightM + from.heightM
    for (const room of building.rooms.filter((r) => r.storeyId === storeyId)) {
      const copy = structuredClone(room)
      const fixtureIds = new Map(copy.fixtures.map((f) => [f.id, newId(f.name)]))
      building.rooms.push({
        ...copy,
        id: newId(room.name),
        name: `${room.name}, ${name.toLowerCase()}`,
        storeyId: id,
        floorHeightM: above(room.floorHeightM),
        fixtures: copy.fixtures.map((f) => ({ ...f, id: fixtureIds.get(f.id)! })),
        leaks: copy.leaks.map((leak) => ({
          ...leak,
          id: newId(leak.name),
          fixtureId: leak.fixtureId && fixtureIds.get(leak.fixtureId),
          pipeIsProposed: leak.pipeId != null,
        })),
      })
    }
    for (const list of [building.doorways, building.walls] as (Doorway | Wall)[][])
      list.push(
        ...list
          .filter((one) => one.storeyId === storeyId)
          .map((one) => ({ ...structuredClone(one), id: newId(one.id), storeyId: id })),
      )
  }

export const addDoorways =
  (doorways: Doorway[]): Command =>
  ({ building }) =>
    void building.doorways.push(...doorways)

export const addDoorway =
  (doorway: Doorway): Command =>
  ({ building }) =>
    void building.doorways.push(doorway)

export const editDoorway =
  (id: string, how: (doorway: Doorway) => void): Command =>
  ({ building }) =>
    change(building.doorways, id, how)

export const removeDoorway =
  (id: string): Command =>
  ({ building }) =>
    void takeOut(building.doorways, id)

export const addWall =
  (wall: Wall): Command =>
  ({ building }) =>
    void building.walls.push(wall)

export const editWall =
  (id: string, how: (wall: Wall) => void): Command =>
  ({ building }) =>
    change(building.walls, id, how)

export const removeWall =
  (id: string): Command =>
  ({ building }) =>
    void takeOut(building.walls, id)

export const addOpening =
  (opening: FloorOpening): Command =>
  ({ building }) =>
    void building.openings.push(opening)

export const editOpening =
  (id: string, how: (opening: FloorOpening) => void): Command =>
  ({ building }) =>
    change(building.openings, id, how)

export const removeOpening =
  (id: string): Command =>
  ({ building }) =>
    void takeOut(building.openings, id)
