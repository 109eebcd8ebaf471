/**
 * A small drawing for each step of mounting a drive, 120 by 76: what is worked on in green, what moves with an arrow, water in blue, what
 * can hurt in red. Beside the words, never in their place.
 */

/** How a line of a drawing looks. */
export type Look = 'pipe' | 'part' | 'act' | 'move' | 'faint' | 'water' | 'danger'

export type StepPicture = readonly (readonly [Look, string])[]

/** Seen along the stem, the water running to the right. */
const pipe = ['pipe', 'M4 30H48M72 30H116M4 46H48M72 46H116'] as const
const body = ['part', 'M48 26h24v24h-24z'] as const
const stem = ['pipe', 'M56 38a4 4 0 1 0 8 0a4 4 0 1 0 -8 0z'] as const
const handle = 'M60 34.5H100a3.5 3.5 0 0 1 0 7H60z'
const handleShut = 'M56.5 38V8a3.5 3.5 0 0 1 7 0V38z'
const swing = ['move', 'M92 28A34 34 0 0 0 70 7m7 -1l-7 1l3 7'] as const
const swingBack = ['move', 'M70 7A34 34 0 0 1 92 28m1 -7l-1 7l-7 -2'] as const
const flow = ['water', 'M10 38h20m-6 -5l7 5l-7 5'] as const
const valve = [pipe, body, ['part', handle], stem] as const
const turning = [pipe, body, ['faint', handle], ['act', handleShut], stem, swing, swingBack] as const

/** Seen from the side: the collar stands between the body and the handle. */
const pipeAside = ['pipe', 'M4 54H46M74 54H116M4 70H46M74 70H116'] as const
const bodyAside = ['part', 'M46 52h28v20h-28z'] as const
const collar = 'M52 36h16v16h-16z'
const stemAside = ['pipe', 'M58 36v-10h4v10'] as const
const handleAside = ['part', 'M56 21h52v5h-52z'] as const
const aside = [pipeAside, bodyAside, ['part', collar], stemAside] as const
const motor = 'M44 2h32v16h-32z'
const bracket = 'M46 18v26h6M74 18v26h-6'
const axis = ['faint', 'M60 0v76'] as const

const straps = 'M18 26h7v24h-7zM95 26h7v24h-7z'
const clock = (x: number, y: number) =>
  ['pipe', `M${x - 8} ${y}a8 8 0 1 0 16 0a8 8 0 1 0 -16 0zM${x} ${y - 5}v5h4`] as const
const screws =
  'M20 18a5 5 0 1 0 10 0a5 5 0 1 0 -10 0zM90 18a5 5 0 1 0 10 0a5 5 0 1 0 -10 0zM20 58a5 5 0 1 0 10 0a5 5 0 1 0 -10 0zM90 58a5 5 0 1 0 10 0a5 5 0 1 0 -10 0z'
const slots = 'M22 18h6M92 18h6M22 58h6M92 58h6'
const plate = ['part', 'M10 6h100v64h-100z'] as const
const stopShut = ['act', 'M14 27l12 22M26 27l-12 22M20 26v-8M14 18h12'] as const

/** By the step's id. */
export const stepPictures: Record<string, StepPicture> = {
  'upstream-known': [
    pipe,
    body,
    ['faint', handle],
    stem,
    ['act', 'M14 28v20l14 -20v20zM21 38v-16M13 22h16'],
    ['move', 'M12 14A10 10 0 0 1 30 14m0 -6v6h-6'],
  ],
  'valve-open': [...valve, ['act', 'M102 28v20'], ['move', 'M70 12A30 30 0 0 1 88 28m1 -7l-1 7l-7 -2']],
  'bench-stroke': [
    ['pipe', 'M4 64H116M14 64v10M106 64v10'],
    ['part', 'M34 34h34v30h-34z'],
    ['act', 'M51 34v-8M51 26H94'],
    ['move', 'M88 20A38 38 0 0 0 66 4m7 -1l-7 1l2 7'],
    clock(94, 48),
  ],
  'clear-collar': [
    ...aside,
    ['act', collar],
    ['faint', 'M38 34h8v20h-8zM74 34h8v20h-8zM38 40h8M38 46h8M74 40h8M74 46h8'],
    ['move', 'M34 44H20m6 -5l-6 5l6 5M86 44h14m-6 -5l6 5l-6 5'],
    handleAside,
  ],
  'seat-bracket': [...aside, axis, ['part', motor], ['act', bracket], ['move', 'M30 20v16m-5 -6l5 6l5 -6']],
  'screws-evenly': [
    plate,
    ['act', screws],
    ['pipe', slots],
    ['move', 'M34 22L84 54m-8 -1l8 1l-3 -8'],
    ['faint', 'M86 22L36 54'],
  ],
  'fingers-on-lever': [
    ...valve,
    ['act', 'M82 26a5 5 0 1 0 10 0a5 5 0 1 0 -10 0zM82 50a5 5 0 1 0 10 0a5 5 0 1 0 -10 0z'],
    ['faint', 'M87 6v16M87 54v16'],
  ],
  'loose-stroke': [...turning, clock(20, 62)],
  tighten: [
    plate,
    ['act', screws],
    ['pipe', slots],
    ['move', 'M16 27A12 12 0 0 0 36 22m4 6l-4 -6l-6 4M86 27A12 12 0 0 0 106 22m4 6l-4 -6l-6 4'],
  ],
  'tight-strokes': [
    ...turning,
    clock(20, 62),
    ['move', 'M94 58a7 7 0 1 1 7 7m-7 -12v5h5'],
    ['act', 'M100 28v20'],
  ],
  'straps-apart': [
    ['pipe', 'M4 30H116M4 46H116'],
    body,
    stem,
    ['act', straps],
    ['move', 'M44 60H26m6 -5l-6 5l6 5M76 60h18m-6 -5l6 5l-6 5'],
  ],
  'axis-on-stem': [
    ...valve,
    ['act', 'M46 38a14 14 0 1 0 28 0a14 14 0 1 0 -28 0z'],
    ['faint', 'M60 10v56M32 38h56'],
    ['act', 'M58.5 38a1.5 1.5 0 1 0 3 0a1.5 1.5 0 1 0 -3 0z'],
  ],
  'snug-straps': [
    ['pipe', 'M4 30H116M4 46H116'],
    body,
    stem,
    ['act', straps],
    ['move', 'M14 20A10 10 0 0 1 30 20m0 -6v6h-6'],
    ['faint', 'M84 6h18v9h-8v6h-6v-6h-4z'],
    ['danger', 'M80 4l28 20M108 4l-28 20'],
  ],
  'handle-off': [
    ...aside,
    ['act', 'M56 6h52v5h-52z'],
    ['move', 'M84 26V15m-5 5l5 -5l5 5'],
    ['act', 'M12 50v24l16 -24v24zM20 62v-16M12 46h16'],
  ],
  'adapter-on-flats': [
    pipe,
    ['part', 'M40 18h40v40h-40z'],
    ['act', 'M52 26h16v24h-16z'],
    ['pipe', 'M55 30q5 -3 10 0v16q-5 3 -10 0z'],
    ['move', 'M28 26V50m-4 -6l4 6l4 -6M92 26V50m-4 -6l4 6l4 -6'],
  ],
  'socket-over': [
    pipeAside,
    bodyAside,
    ['part', collar],
    ['act', 'M54 26h12v10h-12z'],
    axis,
    ['part', 'M40 0h40v12h-12v8h-16v-8h-12z'],
    ['move', 'M92 6v18m-5 -6l5 6l5 -6'],
  ],
  isolate: [
    ['pipe', 'M4 30H116M4 46H116'],
    stopShut,
    ['part', 'M74 26h14v24h-14z'],
    ['water', 'M104 50v5m0 4v4'],
    ['pipe', 'M97 66l2 9h10l2 -9'],
  ],
  'bridge-earth': [
    ['pipe', 'M4 34H44M76 34H116M4 50H44M76 50H116'],
    ['faint', 'M44 34h32v16h-32z'],
    ['act', 'M22 31h6v22h-6zM92 31h6v22h-6z'],
    ['danger', 'M25 31C25 2 95 2 95 31'],
  ],
  'cut-and-mark': [
    ['pipe', 'M4 30H40M80 30H116M4 46H40M80 46H116'],
    ['part', 'M44 24h32v28h-32z'],
    ['water', 'M52 38h15m-5 -5l6 5l-6 5'],
    ['act', 'M34 28v20M86 28v20'],
    ['move', 'M24 60h10m-5 -4l5 4l-5 4M96 60h-10m5 -4l-5 4l5 4'],
  ],
  'fill-slowly': [
    pipe,
    body,
    flow,
    ['act', 'M40 38a8 14 0 1 0 16 0a8 14 0 1 0 -16 0zM64 38a8 14 0 1 0 16 0a8 14 0 1 0 -16 0z'],
    ['water', 'M48 62q-4 5 0 7q4 -2 0 -7zM72 62q-4 5 0 7q4 -2 0 -7z'],
  ],
  'show-by-hand': [
    ...turning,
    ['act', 'M22 12a6 6 0 1 0 12 0a6 6 0 1 0 -12 0zM28 18v8'],
    ['move', 'M12 22V8m-4 5l4 -5l4 5'],
  ],
  'bonding-in-place': [
    ...valve,
    ['act', 'M14 26h7v24h-7z'],
    ['danger', 'M17 50C18 66 40 58 60 70'],
    ['move', 'M88 62l6 7l12 -14'],
  ],
}
