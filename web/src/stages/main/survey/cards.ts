import { assumedOf } from '@/ui/assumed'
import type { StopValve, Plan } from '@/api/types'
import { isMultiTurn, type Choice } from '@/ui/words'
import {
  answers,
  handleDirections,
  handleSwings,
  heaterKinds,
  nominalSizes,
  pipeMaterials,
  placeKinds,
  sidesOfMeter,
  stemShapes,
  stiffnesses,
  upstreamStops,
} from '@/ui/choices/valve'
import { isOpen, type SurveyField } from './fields'

/** What the sketch of the valve points at while a card is asked. */
export type Asked = 'handle' | 'stem' | 'collar' | 'pipe' | 'room' | 'pull' | 'none'

/** A few answers that are taken at one look. */
export interface SurveyCard {
  id: string
  title: string
  /** What to do, standing there. */
  lead: string
  caution?: string
  asked: Asked
  fields: SurveyField[]
  /** Its answers belong to the site, not to one of its mains. */
  ofPlan?: boolean
  /** Asked only of a valve that a drive could turn: of one that has to be replaced, what the new one needs is enough. */
  ofQuarterTurn?: boolean
  /** Its questions are answered with no in most houses. */
  areMostlyNo?: boolean
  /** A part of its own below the answers. */
  part?: 'obstacles' | 'pipes' | 'photographs'
}

const afterMains = (plan: Plan): Choice<string | null>[] => [
  {
    value: null,
    label: plan.building.stopValves.length > 1 ? 'Before every stop valve' : 'Before the stop valve',
  },
  ...plan.building.stopValves.map((m) => ({
    value: m.id,
    label: plan.building.stopValves.length > 1 ? `After ${m.name}` : 'After the stop valve',
  })),
]
const feeds = (plan: Plan): Choice<string | null>[] => [
  { value: null, label: 'Straight from the supply' },
  ...plan.building.pipes.map((p) => ({ value: p.id, label: p.name })),
]

const adjoining = (side: 'pipeBefore' | 'pipeAfter', word: string): SurveyField[] => [
  { type: 'answer', path: `${side}.material`, label: `Pipe ${word}`, choices: pipeMaterials },
  {
    type: 'measure',
    kind: 'smallLength',
    path: `${side}.outsideDiameterM`,
    label: `Outside, ${word}`,
    how: 'Bare pipe, with a caliper.',
  },
  {
    type: 'measure',
    kind: 'smallLength',
    path: `${side}.straightM`,
    label: `Straight, ${word}`,
    how: "From the stem's axis to where it bends.",
  },
  { type: 'answer', path: `${side}.elbow`, label: `An elbow ${word}`, choices: answers },
]

/** The survey of a main, in the order in which a fitter looks at it. */
export const surveyCards: SurveyCard[] = [
  {
    id: 'valve',
    title: 'Which valve',
    lead: 'Find the valve that stops all the water, cold and the feed to hot. Turn it, and look what happens.',
    caution:
      'A seized valve can break off when forced, with the full pressure behind it: know the upstream stop first.',
    asked: 'none',
    fields: [
      { type: 'valveKind', path: 'kind', label: 'Kind', how: 'A quarter turn, or several turns?' },
      { type: 'text', path: 'name', label: 'Name', how: 'By its place.', required: true },
      {
        type: 'choice',
        path: 'fedByPipeId',
        label: 'Takes its water',
        how: 'A pipe after another stop valve, where two are in line.',
        choices: feeds,
        optional: true,
        when: (_, plan) => plan.building.stopValves.length > 1,
      },
      {
        type: 'answer',
        path: 'size',
        label: 'Nominal size',
        how: 'Stamped on the body.',
        choices: nominalSizes,
      },
      {
        type: 'measure',
        kind: 'smallLength',
        path: 'boreM',
        label: 'Free bore',
        how: 'Through the open ball: sheet or caliper.',
      },
      { type: 'answer', path: 'sideOfMeter', label: 'Side of the meter', choices: sidesOfMeter },
    ],
  },
  {
    id: 'upstream',
    title: 'What closes upstream',
    lead: 'Before anything is worked: is there another valve towards the street, and does it close?',
    caution:
      'Replacing a valve is plumbing work, and needs this. Never replace the only stop valve by a motorised one.',
    asked: 'none',
    fields: [
      {
        type: 'answer',
        path: 'upstreamStop',
        label: 'Upstream stop',
        how: 'Another valve before this one, tried.',
        choices: upstreamStops,
      },
    ],
  },
  {
    id: 'handle',
    ofQuarterTurn: true,
    title: 'The handle and the stem',
    lead: "Measure from the stem's axis to the end of the handle. The stem shows when the handle is off, or under its cap.",
    asked: 'handle',
    fields: [
      {
        type: 'measure',
        kind: 'smallLength',
        path: 'handle.lengthM',
        label: 'Handle length',
        how: "From the stem's axis.",
      },
      { type: 'measure', kind: 'smallLength', path: 'handle.thicknessM', label: 'Handle thickness' },
      {
        type: 'answer',
        path: 'handle.pointsWhenOpen',
        label: 'Points when open',
        choices: handleDirections,
      },
      {
        type: 'answer',
        path: 'handle.swingsTo',
        label: 'Swings to shut',
        how: 'Looking down on it, the water running away from you.',
        choices: handleSwings,
        optional: true,
        when: (main) => main.handle?.pointsWhenOpen !== 'acrossThePipe',
      },
      {
        type: 'answer',
        path: 'stem.shape',
        label: 'Stem',
        how: 'A coupler grips flats, never the round.',
        choices: stemShapes,
      },
      {
        type: 'measure',
        kind: 'smallLength',
        path: 'stem.acrossFlatsM',
        label: 'Across the flats',
        optional: true,
      },
    ],
  },
  {
    id: 'collar',
    ofQuarterTurn: true,
    title: 'The collar',
    lead: 'The firm round part under the handle that a bracket would sit on. Take the insulation off and look.',
    asked: 'collar',
    fields: [
      { type: 'answer', path: 'collar.firm', label: 'A firm collar', choices: answers },
      {
        type: 'measure',
        kind: 'smallLength',
        path: 'collar.diameterM',
        label: 'Collar, across',
        optional: true,
      },
      { type: 'answer', path: 'collar.insulated', label: 'Insulation on it', choices: answers },
    ],
  },
  {
    id: 'pipe',
    title: 'The pipe each side',
    lead: 'What straps would sit on: material, outside diameter, how much of it is straight.',
    asked: 'pipe',
    fields: [...adjoining('pipeBefore', 'before'), ...adjoining('pipeAfter', 'after')],
  },
  {
    id: 'room',
    ofQuarterTurn: true,
    title: 'What is in the way',
    lead: "Walls, bars, insulation, wires, a meter: how far from the stem's axis, and in which direction.",
    asked: 'room',
    fields: [],
    part: 'obstacles',
  },
  {
    id: 'pull',
    ofQuarterTurn: true,
    title: 'How stiff it is',
    lead: 'Work it open to shut a few times. Then hook a spring scale on the handle, square to it, and read the pull that starts it, both ways.',
    caution: 'It may free up, or start to weep at the stem. Do not force a valve that will not move.',
    asked: 'pull',
    fields: [
      {
        type: 'answer',
        path: 'stiffness',
        label: 'How stiff',
        how: 'By hand, after working it a few times.',
        choices: stiffnesses,
      },
      {
        type: 'measure',
        kind: 'number',
        path: 'exerciseStrokes',
        label: 'Worked, times',
        how: 'Before the pull was read: five are enough.',
      },
      {
        type: 'measure',
        kind: 'pullAtArm',
        parts: ['pullN', 'armM'],
        path: 'pullToClose',
        label: 'Pull to close',
        how: 'Scale square on the handle: 85 N at 140 mm, 8.7 kg at 140 mm, 19 lb at 5 1/2 in.',
      },
      {
        type: 'measure',
        kind: 'pullAtArm',
        parts: ['pullN', 'armM'],
        path: 'pullToOpen',
        label: 'Pull to open',
        how: 'After five strokes; the larger counts.',
      },
      { type: 'answer', path: 'weepsAtStem', label: 'Weeps at the stem', choices: answers },
    ],
  },
  {
    id: 'closes',
    ofQuarterTurn: true,
    title: 'Does it close fully',
    lead: 'Close it by hand with a tap open low down, and look.',
    asked: 'none',
    fields: [
      {
        type: 'answer',
        path: 'closesFully',
        label: 'Closes fully',
        how: 'Shut by hand, a low tap open: does it run dry?',
        choices: answers,
      },
      {
        type: 'measure',
        kind: 'flow',
        path: 'passesM3PerS',
        label: 'What it passes',
        how: 'Catch the trickle in a jug against the watch: 200 ml in 60 s.',
        when: (main) => main.closesFully === 'no',
      },
    ],
  },
  {
    id: 'place',
    title: 'Power and place',
    lead: 'How the drive would be fed, and what it is like there.',
    caution: 'No adapters on the floor, cords out of the wet. A new outlet is an electrician’s work.',
    asked: 'none',
    fields: [
      { type: 'answer', path: 'place.outlet', label: 'An outlet', choices: answers },
      {
        type: 'measure',
        kind: 'length',
        path: 'place.outletDistanceM',
        label: 'To the outlet',
        how: 'The way a cord would lie.',
        when: (main) => main.place?.outlet !== 'no',
      },
      { type: 'answer', path: 'place.kind', label: 'Place', choices: placeKinds },
      {
        type: 'measure',
        kind: 'temperature',
        path: 'place.coldestC',
        label: 'Coldest it gets',
        how: 'Batteries give less in the cold.',
      },
      { type: 'answer', path: 'place.metalLid', label: 'A metal lid or door over it', choices: answers },
    ],
  },
  {
    id: 'bonding',
    areMostlyNo: true,
    title: 'Earth bonding',
    lead: "Metal pipe may be the building's earth. A plastic insert or a removed section breaks it.",
    caution: 'A bonding wire on the pipe must stay connected. Ask an electrician before a metal pipe is cut.',
    asked: 'none',
    fields: [
      {
        type: 'answer',
        path: 'bonding.pipeIsEarth',
        label: 'The pipe earths the building',
        choices: answers,
      },
      { type: 'answer', path: 'bonding.wireOnPipe', label: 'A bonding wire on the pipe', choices: answers },
    ],
  },
  {
    id: 'hangs',
    areMostlyNo: true,
    title: 'What hangs on it',
    lead: 'Follow the pipe, and ask. Whatever is after this valve goes dry when it closes.',
    caution:
      "Fire protection is never behind the automatic valve. Ask before closing on a person at risk without water, animals or a process. With a circulation pump or a fired heater, check the maker's rule for a closed cold feed.",
    asked: 'none',
    fields: [
      { type: 'answer', path: 'feedsSprinklers', label: 'Sprinklers or hose reels', choices: answers },
      {
        type: 'answer',
        path: 'feedsVitalUse',
        label: 'People at risk, cooled or medical equipment',
        choices: answers,
      },
      { type: 'answer', path: 'feedsAnimals', label: 'Animals drink from it', choices: answers },
      { type: 'answer', path: 'feedsOtherTenants', label: "Other people's flats", choices: answers },
      { type: 'switch', path: 'heater', label: 'A heater, boiler or cylinder', on: {} },
      {
        type: 'answer',
        path: 'heater.kind',
        label: 'Heater',
        choices: heaterKinds,
        when: (main) => !!main.heater,
      },
      {
        type: 'answer',
        path: 'heater.circulation',
        label: 'A circulation pump',
        choices: answers,
        when: (main) => !!main.heater,
      },
      {
        type: 'answer',
        path: 'heater.fillsItself',
        label: 'Fills itself through this valve',
        choices: answers,
        when: (main) => main.heater?.kind === 'boiler',
      },
      {
        type: 'answer',
        path: 'heater.feedCheck',
        label: 'A check valve or vacuum breaker on its cold feed',
        choices: answers,
        when: (main) => !!main.heater,
      },
      {
        type: 'measure',
        kind: 'volume',
        path: 'heater.volumeM3',
        label: 'What it holds',
        how: 'On its plate; a tankless heater next to nothing.',
        when: (main) => !!main.heater,
      },
      {
        type: 'measure',
        kind: 'length',
        path: 'heater.heightM',
        label: 'Height above the stop valve',
        how: 'To the top of its water; below is negative.',
        when: (main) => !!main.heater,
      },
    ],
  },
  {
    id: 'photographs',
    title: 'Photographs',
    lead: 'Of all this, before ordering: it saves the wrong bracket.',
    asked: 'none',
    fields: [],
    part: 'photographs',
  },
  {
    id: 'supply',
    title: 'The supply',
    lead: 'Two readings tell how much water a leak can draw.',
    asked: 'none',
    ofPlan: true,
    fields: [
      {
        type: 'measure',
        kind: 'pressure',
        path: 'building.supply.staticPressurePa',
        label: 'Pressure at rest',
        how: 'Gauge on an outside tap, every tap shut: 3.5 bar, 60 psi.',
        assumed: ({ building }) => assumedOf(building.supply, 'staticPressurePa'),
      },
      {
        type: 'measure',
        kind: 'pressureAtFlow',
        parts: ['pressurePa', 'flowM3PerS'],
        path: 'building.supply.flowTest',
        label: 'With a tap running',
        how: 'Gauge while a tap fills a bucket against the watch: 2.1 bar at 10 L in 40 s, 45 psi at 4 gpm.',
      },
      {
        type: 'switch',
        path: 'building.supply.tank',
        label: 'A pressure tank',
        on: { afterStopValveId: null },
      },
      {
        type: 'choice',
        path: 'building.supply.tank.afterStopValveId',
        label: 'The tank is',
        choices: afterMains,
        optional: true,
        when: (_, plan) => !!plan.building.supply.tank,
      },
      {
        type: 'measure',
        kind: 'volume',
        path: 'building.supply.tank.volumeM3',
        label: 'Tank volume',
        how: 'On its plate.',
        when: (_, plan) => !!plan.building.supply.tank,
      },
      {
        type: 'measure',
        kind: 'pressure',
        path: 'building.supply.tank.prechargePa',
        label: 'Precharge',
        how: 'Tyre gauge on its air valve, the tank empty of water.',
        when: (_, plan) => !!plan.building.supply.tank,
      },
      {
        type: 'switch',
        path: 'building.supply.pump',
        label: 'A pump',
        on: { afterStopValveId: null, stopsOnClosing: 'unknown' },
      },
      {
        type: 'choice',
        path: 'building.supply.pump.afterStopValveId',
        label: 'The pump is',
        choices: afterMains,
        optional: true,
        when: (_, plan) => !!plan.building.supply.pump,
      },
      {
        type: 'answer',
        path: 'building.supply.pump.stopsOnClosing',
        label: 'Stops when the valve closes',
        choices: answers,
        when: (_, plan) => !!plan.building.supply.pump,
      },
    ],
  },
  {
    id: 'pipes',
    title: 'Pipes after the stop valve',
    lead: 'From the valve to where the leaks are: bore and length brake the flow, and pipe above a leak drains into it.',
    asked: 'none',
    ofPlan: true,
    fields: [],
    part: 'pipes',
  },
  {
    id: 'site',
    title: 'The site',
    lead: 'What it is called, and what the next visitor should know.',
    asked: 'none',
    ofPlan: true,
    fields: [
      { type: 'text', path: 'site.name', label: 'Site name', required: true },
      { type: 'text', path: 'site.notes', label: 'Notes', long: true },
    ],
  },
]

/** The answers of a card that are asked here. */
export const askedFields = (card: SurveyCard, main: StopValve, plan: Plan): SurveyField[] =>
  card.fields.filter((f) => !f.when || f.when(main, plan))

/** The cards of a valve, in their order. */
export const cardsOf = (main: StopValve): SurveyCard[] =>
  surveyCards.filter((card) => !(card.ofQuarterTurn && isMultiTurn(main)))

/**
 * How many answers of a card are still open. Silence is none: nothing in the way has to be said, and a photograph taken.
 * @param photographs How many there are of this valve.
 */
export function openAnswers(card: SurveyCard, main: StopValve, plan: Plan, photographs: number): number {
  const root = card.ofPlan ? plan : main
  const fields = askedFields(card, main, plan).filter(
    (f) => f.path !== 'site.notes' && isOpen(f, root),
  ).length
  if (card.part === 'pipes') return plan.building.pipes.length === 0 ? 1 : 0
  if (card.part === 'photographs') return photographs === 0 ? 1 : 0
  if (card.part === 'obstacles') {
    const obstacles = main.obstacles ?? []
    return obstacles.length === 0 && !main.nothingInTheWay
      ? 1
      : obstacles.filter((o) => o.distanceM == null).length
  }
  return fields
}
