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
  const until = curve.filter((p) => p.timeS <= timeS)
  // What drains at the very end is a step there, and belongs to it.
  if (until.at(-1)?.timeS === timeS) return until
  const runsOn = endless ? (residualM3PerS ?? 0) * Math.max(0, timeS - curve.at(-1)!.timeS) : 0
  return [...until, { timeS, volumeM3: outAt(curve, timeS) + runsOn }]
}

/** On the floor by then, m³: what is out since it was last wiped up. */
export function onFloorAt({ curve, events }: Pick<Rehearsed, 'curve' | 'events'>, timeS: number): number {
  const wiped = events.filter((e) => e.kind === 'wipedUp' && !e.leakId && e.timeS <= timeS).at(-1)
  return outAt(curve, timeS) - (wiped?.volumeM3 ?? 0)
}

/** Ids of the sensors that water has reached by then, and that have not said since that they are dry. */
export function wetAt(events: TimelineEvent[], timeS: number): Set<string> {
  const wet = new Set<string>()
  for (const { kind, sensorId } of events.filter((e) => e.timeS <= timeS)) {
    if (kind === 'sensorWet' && sensorId) wet.add(sensorId)
    if (kind === 'sensorDry' && sensorId) wet.delete(sensorId)
  }
  return wet
}

const opens = ({ kind }: TimelineEvent) => kind === 'valveOpens' || kind === 'valveReopens'

const stands = ({ kind }: TimelineEvent) => kind === 'flowStops' || kind === 'valveStopsShort'

/** How far the handle has turned by then: 0 open, 1 shut. */
export function turnedAt(all: TimelineEvent[], timeS: number): number {
  const opened = all.findLastIndex((e) => opens(e) && e.timeS <= timeS)
  if (opened < 0 && all.some((e) => e.kind === 'stoodShut')) return 1
  const events = all.slice(opened + 1)
  let turned = 0
  for (const { timeS: fromS } of events.filter((e) => e.kind === 'valveMoves' && e.timeS < timeS)) {
    const end = events.find((e) => stands(e) && e.timeS > fromS)
    const until = (end?.angleDeg ?? 90) / 90
    turned += (until - turned) * (end ? Math.min(1, (timeS - fromS) / (end.timeS - fromS)) : 1)
  }
  return turned
}

/** Whether a handle stands then where its stroke stopped short. */
export const standsShortAt = (events: TimelineEvent[], timeS: number): boolean =>
  events.findLast((e) => e.timeS <= timeS && (stands(e) || opens(e) || e.kind === 'valveMoves'))?.kind ===
  'valveStopsShort'

export type LaneName = 'sensors' | 'radio' | 'rules' | 'valve' | 'people'

/** What somebody or something outside does while the leak runs. */
const meanwhile: TimelineEvent['kind'][] = [
  'mainsFails',
  'internetFails',
  'buttonPressed',
  'modeBecomes',
  'wipedUp',
  'leakEnds',
  'leakStarts',
  'reset',
  'breaks',
  'worksAgain',
]

/** The last moment that a rehearsal shows, s: until its flow stops, and until all that happens meanwhile has. */
export const lastOf = ({ curve, events }: Pick<Rehearsed, 'curve' | 'events'>): number =>
  Math.max(
    curve.at(-1)!.timeS,
    ...events.filter((e) => meanwhile.includes(e.kind) || opens(e)).map((e) => e.timeS),
  )

const laneOf: Partial<Record<TimelineEvent['kind'], LaneName>> = {
  ...(Object.fromEntries(meanwhile.map((kind) => [kind, 'people'])) as object),
  mainsFails: 'radio',
  internetFails: 'radio',
  sensorDry: 'sensors',
  stoodShut: 'valve',
  switchesOff: 'rules',
  sensorWet: 'sensors',
  hubKnows: 'radio',
  closingOrdered: 'rules',
  valveMoves: 'valve',
  flowStops: 'valve',
  valveStopsShort: 'valve',
  valveOpens: 'valve',
  valveReopens: 'valve',
  breaks: 'radio',
  worksAgain: 'radio',
  openingRefused: 'rules',
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
export function lanesOf({ events: all }: Rehearsed, x: (timeS: number) => number, endS: number): Lane[] {
  // What is said long after the flow has stopped is in the list alone.
  const events = all.filter((e) => e.timeS <= endS)
  const first = (kind: TimelineEvent['kind']) => events.find((e) => e.kind === kind)?.timeS
  const names: LaneName[] = ['sensors', 'radio', 'rules', 'valve', 'people']
  const stretchesOf: Record<LaneName, Stretch[]> = {
    sensors: merged(
      events
        .filter((e) => e.kind === 'sensorWet')
        .flatMap((wet) => {
          const dry = events.find(
            (e) => e.kind === 'sensorDry' && e.sensorId === wet.sensorId && e.timeS > wet.timeS,
          )
          return between(wet.timeS, dry?.timeS ?? endS)
        }),
    ),
    radio: events
      .filter((e) => e.kind === 'hubKnows')
      .flatMap((known) => {
        const wet = events.findLast(
          (e) => e.kind === 'sensorWet' && e.sensorId === known.sensorId && e.timeS <= known.timeS,
        )
        return between(wet?.timeS, known.timeS)
      }),
    rules: between(first('hubKnows'), first('closingOrdered')),
    valve:
      first('stoodShut') === undefined
        ? merged(
            events
              .filter((e) => e.kind === 'valveMoves')
              .flatMap((moves) =>
                between(moves.timeS, events.find((e) => stands(e) && e.timeS > moves.timeS)?.timeS),
              ),
          )
        : between(0, events.find(opens)?.timeS ?? endS),
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

/** Stretches in the order of their beginnings, those that touch as one. */
function merged(stretches: Stretch[]): Stretch[] {
  const whole: Stretch[] = []
  for (const { fromS, toS } of stretches) {
    const last = whole.at(-1)
    if (last && fromS <= last.toS) last.toS = Math.max(last.toS, toS)
    else whole.push({ fromS, toS })
  }
  return whole
}
