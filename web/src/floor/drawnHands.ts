import type { Doorway, Fixture, FloorPoint, FloorRectangle, Room, Sensor } from '@/api/types'
import { startDrag } from '@/ui/drag'
import { isSame, type Carried, type Chosen, type Edge, type Thing } from './chosen'
import { SCALE, type DrawingFrame } from './drawingFrame'
import type { DrawnThings } from './drawnThings'
import { holds } from '@/site/areas'
import { edgeAt, middleOf, snapTo, toCm } from './geometry'

const STEP_M = 0.1

/** A step of an arrow key. */
export const arrows: Record<string, FloorPoint> = {
  ArrowLeft: { acrossM: -STEP_M, downM: 0 },
  ArrowRight: { acrossM: STEP_M, downM: 0 },
  ArrowUp: { acrossM: 0, downM: -STEP_M },
  ArrowDown: { acrossM: 0, downM: STEP_M },
}

/** What becomes of what hands do. */
export interface HandsTold {
  choose: (chosen: Chosen) => void
  carry: (thing: Thing, to: FloorPoint) => void
  letGo: () => void
  putBack: () => void
  nudge: (thing: Thing, to: FloorPoint) => void
}

/** Choosing what is drawn, carrying it, and moving it by arrows; and where it is drawn meanwhile. */
export function useDrawnHands(
  of: () => { chosen: Chosen | null; carried: Carried | null; areRoomsLively: boolean },
  { rooms }: DrawnThings,
  frame: DrawingFrame,
  told: HandsTold,
) {
  const isChosen = (kind: Chosen['kind'], id: string) => of().chosen?.kind === kind && of().chosen?.id === id
  /** What is drawn can be chosen by pointer and by Tab. */
  function choosing(kind: Chosen['kind'], id: string) {
    const choose = () => told.choose({ kind, id })
    return {
      // Where rooms stay as they are, the sheet is moved by their floor.
      'data-drag': kind === 'room' && !of().areRoomsLively ? undefined : '',
      tabindex: 0,
      role: 'button',
      'aria-pressed': isChosen(kind, id),
      onClick: choose,
      onFocus: choose,
    }
  }

  /** Where a thing is drawn: where it is carried, else where the plan has it. */
  function placeOf(thing: Thing, at: FloorPoint) {
    const { carried } = of()
    return carried && isSame(carried.thing, thing) ? carried.to : at
  }
  const areaOf = (thing: Thing, area: FloorRectangle): FloorRectangle => ({
    ...area,
    ...placeOf(thing, area),
  })
  /** Where a line on the drawing begins. */
  function startOf(thing: Thing, at: FloorPoint) {
    const from = placeOf(thing, at)
    return `M${from.acrossM * SCALE} ${from.downM * SCALE}`
  }
  /** How far a room is carried from where the plan has it by now. */
  function shift(room: Room) {
    const area = room.areas[0]!
    const at = placeOf({ kind: 'room', id: room.id }, area)
    const [x, y] = [(at.acrossM - area.acrossM) * SCALE, (at.downM - area.downM) * SCALE]
    return x || y ? `translate(${x} ${y})` : undefined
  }
  /** A rope is carried whole. */
  function wayOf({ id, path }: Sensor): string {
    const first = path[0]!
    const at = placeOf({ kind: 'sensor', id }, first)
    return path
      .map(
        (p) =>
          `${(p.acrossM + at.acrossM - first.acrossM) * SCALE},${(p.downM + at.downM - first.downM) * SCALE}`,
      )
      .join(' ')
  }

  /** A thing is held where it was taken, and chosen by that. */
  function grab(press: PointerEvent, thing: Thing, at: FloorPoint, fit = (to: FloorPoint) => to) {
    if (thing.kind === 'drain' || thing.kind === 'zone') told.choose({ kind: 'room', id: thing.roomId })
    const start = { ...at }
    frame.hold()
    startDrag(press, {
      move: (now, from) =>
        told.carry(
          thing,
          fit({
            acrossM: toCm(start.acrossM + (now.x - from.x) / SCALE),
            downM: toCm(start.downM + (now.y - from.y) / SCALE),
          }),
        ),
      drop: told.letGo,
      cancel: told.putBack,
      end: frame.letGo,
    })
  }
  /** Rooms snap to one another, fixtures to the walls of the room that they are in. */
  function grabRoom(press: PointerEvent, room: Room) {
    if (!of().areRoomsLively) return
    const area = room.areas[0]!
    const others = rooms.value.filter((r) => r.id !== room.id).flatMap((r) => r.areas)
    grab(press, { kind: 'room', id: room.id }, area, (to) => snapTo({ ...area, ...to }, others))
  }
  /** An edge snaps to those of other rooms, and stays across its wall. */
  function grabEdge(press: PointerEvent, held: Edge, area: FloorRectangle) {
    const at = edgeAt(area, held.sides)
    const others = rooms.value.filter((r) => r.id !== held.roomId).flatMap((r) => r.areas)
    grab(press, held, at, (to) => snapTo({ ...to, lengthM: 0, widthM: 0 }, others))
  }
  function grabFixture(press: PointerEvent, { id, area }: Fixture) {
    const floors = rooms.value.flatMap((room) => room.areas)
    grab(press, { kind: 'fixture', id }, area, (to) => {
      const moved = { ...area, ...to }
      return snapTo(
        moved,
        floors.filter((floor) => holds(floor, middleOf(moved))),
      )
    })
  }
  /** A doorway stays in its wall. */
  function grabDoorway(press: PointerEvent, { id, at, wall }: Doorway) {
    const across = wall === 'alongX'
    grab(press, { kind: 'doorway', id }, at, (to) =>
      across ? { ...at, acrossM: to.acrossM } : { ...at, downM: to.downM },
    )
  }
  function nudge(event: KeyboardEvent, thing: Thing, at: FloorPoint) {
    const by = arrows[event.key]
    if (!by) return
    event.preventDefault()
    const from = placeOf(thing, at)
    told.nudge(thing, { acrossM: toCm(from.acrossM + by.acrossM), downM: toCm(from.downM + by.downM) })
  }

  return {
    isChosen,
    choosing,
    placeOf,
    areaOf,
    startOf,
    shift,
    wayOf,
    grab,
    grabRoom,
    grabEdge,
    grabFixture,
    grabDoorway,
    nudge,
  }
}
