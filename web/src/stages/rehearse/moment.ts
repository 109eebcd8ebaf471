import type { Rehearsed, TimelineEvent } from '@/api/types'

/** What a rehearsal shows at one moment, as it is scrubbed or played. */

/** Out of the pipe by then, m³. */
export function outAt(curve: Rehearsed['curve'], timeS: number): number {
  const after = curve.findIndex((p) => p.timeS >= timeS)
  if (after < 0) return curve.at(-1)!.volumeM3
  if (after === 0) return curve[0]!.volumeM3
  const [from, to] = [curve[after - 1]!, curve[after]!]
  const share = to.timeS > from.timeS ? (timeS - from.timeS) / (to.timeS - from.timeS) : 1
  return from.volumeM3 + share * (to.volumeM3 - from.volumeM3)
}

/** A rehearsal's curve until a time: cut off there, or drawn on, with what runs on where water does. */
export function curveUntil(
  { curve, endless, residualM3PerS }: Pick<Rehearsed, 'curve' | 'endless' | 'residualM3PerS'>,
  timeS: number,
): Rehearsed['curve'] {
  const last = curve.at(-1)!
  const runsOn = endless ? (residualM3PerS ?? 0) * Math.max(0, timeS - last.timeS) : 0
  return [...curve.filter((p) => p.timeS < timeS), { timeS, volumeM3: outAt(curve, timeS) + runsOn }]
}

/** Ids of the sensors that water has reached by then. */
export const wetAt = (events: TimelineEvent[], timeS: number): Set<string> =>
  new Set(
    events.flatMap((e) => (e.kind === 'sensorWet' && e.sensorId && e.timeS <= timeS ? [e.sensorId] : [])),
  )

/** How far the handle has turned by then: 0 open, 1 at the end of its stroke. */
export function turnedAt(events: TimelineEvent[], timeS: number): number {
  const from = events.find((e) => e.kind === 'valveMoves')
  const to = events.find((e) => e.kind === 'flowStops' || e.kind === 'valveStopsShort')
  if (!from || timeS <= from.timeS) return 0
  return to && to.timeS > from.timeS ? Math.min(1, (timeS - from.timeS) / (to.timeS - from.timeS)) : 1
}

export type LaneName = 'sensors' | 'radio' | 'rules' | 'valve' | 'people'

const laneOf: Partial<Record<TimelineEvent['kind'], LaneName>> = {
  sensorWet: 'sensors',
  hubKnows: 'radio',
  closingOrdered: 'rules',
  valveMoves: 'valve',
  flowStops: 'valve',
  valveStopsShort: 'valve',
  told: 'people',
}

/** A stretch of a lane in which something is under way. */
export interface Stretch {
  fromS: number
  toS: number
}

export interface Lane {
  name: LaneName
  stretches: Stretch[]
  /** Events by their place in the rehearsal's list; those that would touch are one mark. */
  marks: { x: number; events: number[] }[]
}

/** Marks stand this far apart, px. */
export const MARK_PX = 18

/** The lanes below the curve, with their events where x puts them; no two marks touch. */
export function lanesOf({ events }: Rehearsed, x: (timeS: number) => number, endS: number): Lane[] {
  const first = (kind: TimelineEvent['kind']) => events.find((e) => e.kind === kind)?.timeS
  const names: LaneName[] = ['sensors', 'radio', 'rules', 'valve', 'people']
  const stretchesOf: Record<LaneName, Stretch[]> = {
    sensors: between(first('sensorWet'), endS),
    radio: events
      .filter((e) => e.kind === 'hubKnows')
      .flatMap((known) => {
        const wet = events.find((e) => e.kind === 'sensorWet' && e.sensorId === known.sensorId)
        return between(wet?.timeS, known.timeS)
      }),
    rules: between(first('hubKnows'), first('closingOrdered')),
    valve: between(first('valveMoves'), first('flowStops') ?? first('valveStopsShort')),
    people: between(first('told'), endS),
  }
  return names.map((name) => {
    const marks: Lane['marks'] = []
    events.forEach((event, i) => {
      if (laneOf[event.kind] !== name) return
      const at = x(event.timeS)
      const last = marks.at(-1)
      if (last && at - last.x < MARK_PX) last.events.push(i)
      else marks.push({ x: at, events: [i] })
    })
    return { name, stretches: stretchesOf[name], marks }
  })
}

const between = (fromS: number | undefined, toS: number | undefined): Stretch[] =>
  fromS === undefined || toS === undefined || toS <= fromS ? [] : [{ fromS, toS }]
