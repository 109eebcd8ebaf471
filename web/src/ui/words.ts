import type {
  AlertWay,
  Cause,
  DriveSpec,
  EventKind,
  Fault,
  Finding,
  FittedDrive,
  LeakKind,
  LoadSwitch,
  Meanwhile,
  Mode,
  Outcome,
  Phase,
  Severity,
  Stage,
  StageState,
  Provenance,
  RadioCover,
  RuleTrigger,
  SensorSpec,
  ValveKind,
  WallMaterial,
} from '@/api/types'
import wordFacts from '@/api/wordFacts.json'

/** What the craft calls things, for each word of the plan and the assessment. */
export interface Choice<T> {
  value: T
  label: string
  hint?: string
}

export const stageWords: Record<Stage, string> = {
  main: 'Valve',
  drive: 'Drive',
  rooms: 'Rooms',
  sensors: 'Sensors',
  reach: 'Reach',
  rules: 'Rules',
  rehearse: 'Rehearse',
}

export const stages = Object.keys(stageWords) as Stage[]

/** Those that are looked at on the drawing. */
export const floorStages = ['rooms', 'sensors', 'reach'] as const
export type FloorStage = (typeof floorStages)[number]

export const stageStateWords: Record<StageState, string> = {
  untouched: 'untouched',
  open: 'open',
  stop: 'has a must',
  done: 'done',
}

export const severityWords: Record<Severity, string> = { stop: 'Must', caution: 'Should', note: 'Note' }

export const modeWords: Record<Mode, string> = {
  home: 'Home',
  away: 'Away',
  asleep: 'Asleep',
  holiday: 'Holiday',
}

export const alertWayWords: Record<AlertWay, string> = {
  message: 'Message',
  call: 'Call',
  siren: 'Siren',
  spoken: 'Voice in the house',
}

export const modes = Object.keys(modeWords) as Mode[]

export const outcomeWords: Record<Outcome, string> = {
  closes: 'closes',
  closesPartly: 'closes, water runs on',
  tellsOnly: 'only tells',
  nothing: 'nothing happens',
  noFlow: 'no water comes out',
  ended: 'stays open: the leak ends before',
}

export const causeWords: Record<Cause, string> = {
  noSensor: 'No sensor lies in this room.',
  neverWet: 'No sensor is known ever to get wet.',
  noHub: 'No hub runs the rules.',
  noRule: 'No rule acts on these sensors in this mode.',
  onlyTold: 'Somebody is told; the water runs until they act.',
  notFromMain: 'Its water passes no stop valve, so closing one does not stop it.',
  noDrive: 'No stop valve with a drive stands before it.',
  driveCannotClose: 'The drive cannot be counted on to close this valve.',
  driveUnproven: 'Nothing says yet that the drive can close this valve.',
  stopsShort: 'The valve ends its stroke before it is shut.',
  valvePasses: 'The valve passes water when it is shut.',
  pumpRunsOn: 'The pump on the house side goes on running.',
  sensorGone: 'The sensor that would know says nothing, and no other knows.',
  hubDead: 'The hub is dead: nobody runs the rules.',
  driveWithoutPower: 'The drive has no power to turn the valve.',
  endsSwapped: 'The hub takes open for closed: its order to close opens.',
  nobodyHears: 'What the hub tells comes to nobody.',
  openedAgain: 'The valve was opened again while the leak went on.',
}

/** Everything that may be broken, in the order of the answers. */
export const faults = [
  'mainsFailed',
  'internetFailed',
  'routerFailed',
  'hubFailed',
  'cloudFailed',
  'sensorFlat',
  'sensorDead',
  'sensorOutOfReach',
  'driveBatteryFlat',
  'driveStalls',
  'driveSnags',
  'valvePasses',
  'linkLearnedOpen',
  'endsSwapped',
  'telephonesMuted',
  'nobodyAnswers',
] as const satisfies Fault[]

/** What may be broken, in short for a column and in a sentence. */
export const faultWords: Record<Fault, { short: string; label: string }> = {
  mainsFailed: { short: 'power cut', label: 'A power cut from the first drop' },
  internetFailed: { short: 'no internet', label: 'The internet is down' },
  routerFailed: { short: 'router dead', label: 'The router is dead' },
  hubFailed: { short: 'hub dead', label: 'The hub is dead' },
  cloudFailed: { short: 'service down', label: 'The service outside that runs rules is down' },
  sensorFlat: { short: 'sensor flat', label: 'The sensor that knows first is flat' },
  sensorDead: { short: 'sensor dead', label: 'The sensor that knows first died without a sign' },
  sensorOutOfReach: { short: 'not heard', label: 'The hub does not hear the sensor that knows first' },
  driveBatteryFlat: { short: 'drive flat', label: 'The batteries of the drives are flat' },
  driveStalls: { short: 'drive stalls', label: 'The drives stall half way, at 45°' },
  driveSnags: {
    short: 'drive snags',
    label: 'The drives are caught half way on the first stroke, not on a second',
  },
  valvePasses: { short: 'valve passes', label: 'The valves pass water when they are shut' },
  linkLearnedOpen: { short: 'link reversed', label: 'Direct links were learned with the valve open' },
  endsSwapped: { short: 'ends swapped', label: 'The hub takes open for closed' },
  telephonesMuted: { short: 'phones muted', label: 'The telephones are muted' },
  nobodyAnswers: { short: 'no answer', label: 'Everybody is told, and nobody acts' },
}

/** What can break, and work again, while a leak runs; all else is so from the first drop. */
export const breakableWords: Partial<Record<Fault, string>> = {
  mainsFailed: 'The power',
  internetFailed: 'The internet',
  routerFailed: 'The router',
  hubFailed: 'The hub',
  cloudFailed: 'The service outside that runs rules',
  sensorFlat: 'The battery of the sensor that knows first',
  sensorDead: 'The sensor that knows first',
  sensorOutOfReach: 'The radio of the sensor that knows first',
  driveBatteryFlat: 'The batteries of the drives',
  telephonesMuted: 'The telephones',
}

export const phaseWords: Record<Phase, string> = {
  beforeTrip: 'Before trip',
  radioAndLogic: 'Radio and logic',
  confirmingAndDelay: 'Confirming and delay',
  stroke: 'Stroke',
  drainDown: 'Drain-down',
}

export const phases = Object.keys(phaseWords) as Phase[]

export const eventWords: Record<EventKind, string> = {
  firstDrop: 'First drop',
  sensorWet: 'Sensor is wet',
  hubKnows: 'Hub knows',
  told: 'Contacts are told',
  closingOrdered: 'Closing ordered',
  valveMoves: 'Valve starts to turn',
  flowStops: 'Flow has stopped',
  valveStopsShort: 'Stroke ends, water runs on',
  stoodShut: 'Valve stood shut before',
  switchesOff: 'Switched off',
  mainsFails: 'The power fails',
  internetFails: 'The internet fails',
  buttonPressed: 'Button is pressed',
  modeBecomes: 'Mode changes',
  wipedUp: 'Wiped up',
  sensorDry: 'Sensor is dry',
  leakEnds: 'Leak ends',
  leakStarts: 'Another leak begins',
  reset: 'Somebody resets it',
  valveOpens: 'Valve is opened again',
  openingRefused: 'Opening refused: wet, silent or held',
  sensorCold: 'Sensor is cold',
  valveFails: 'Valve has not closed',
  valveReopens: 'Its drive opens the valve again',
  breaks: 'Breaks',
  worksAgain: 'Works again',
}

/** What a rule waits for. */
export const triggerChoices: Choice<RuleTrigger>[] = [
  { value: 'sensorWet', label: 'A sensor is wet' },
  { value: 'sensorSilent', label: 'A sensor is silent', hint: 'it has sent nothing for too long' },
  { value: 'modeComes', label: 'A mode comes', hint: 'such as: everyone has left' },
  { value: 'mainsFails', label: 'The power fails' },
  { value: 'internetFails', label: 'The internet fails' },
  { value: 'buttonPressed', label: 'A button is pressed', hint: 'or a contact of other equipment closes' },
  { value: 'sensorCold', label: 'A sensor is cold', hint: 'before a pipe freezes and bursts' },
  { value: 'valveMoved', label: 'A valve is turned by hand' },
  { value: 'valveFails', label: 'A valve does not close', hint: 'its drive does not report its end' },
  { value: 'timeComes', label: 'A time of day comes' },
]

/** What a switch turns off. */
export const loadChoices: Choice<LoadSwitch['stops']>[] = [
  { value: 'pump', label: 'The pump of the supply' },
  { value: 'machine', label: 'A machine', hint: 'that pumps water out of itself' },
  { value: 'heater', label: 'What heats a water heater' },
]

/** What may happen while a leak runs. */
export const meanwhileWords: Record<Meanwhile['kind'], string> = {
  modeBecomes: 'The mode becomes',
  wipedUp: 'Water is wiped up',
  leakEnds: 'A leak ends',
  leakStarts: 'Another leak begins',
  buttonPressed: 'A button is pressed',
  reset: 'Somebody resets it',
  valveOpened: 'Opened by hand',
  getsCold: 'It gets cold at',
  timeIs: 'The time of day is',
  breaks: 'Something breaks',
  worksAgain: 'Something works again',
}

export const provenanceWords: Record<Provenance, string> = {
  measured: 'measured',
  makersSheet: "maker's sheet",
  assumed: 'assumed',
}

export const mountWords: Record<DriveSpec['mount'], string> = {
  saddle: 'Saddle',
  strap: 'Strap',
  stem: 'Stem',
  cutIn: 'Cut-in',
}

export const sensorKindWords: Record<SensorSpec['kind'], string> = {
  spot: 'Spot',
  spotWithCup: 'Spot with cup',
  probeOnCord: 'Probe on a cord',
  rope: 'Rope',
}

export const answerWords = { unknown: 'Not known', yes: 'Yes', no: 'No' }

export const driveSupplyWords: Record<NonNullable<DriveSpec['supply']>, string> = {
  unknown: 'supply not known',
  mainsOnly: 'outlet only',
  batteriesOnly: 'batteries only',
  either: 'outlet or batteries',
}

/** What a drive is run from, after *judged*. */
export const powerWords: Record<FittedDrive['power'], string> = {
  mains: 'from an outlet',
  mainsWithBattery: 'from an outlet, battery behind it',
  batteries: 'on batteries',
  unknown: 'on a weak battery, as its supply is not decided',
}

/** Who may carry a remedy or a step out; empty for the fitter. */
export const tradeWords: Record<Finding['trade'], string> = {
  fitter: '',
  plumber: 'a licensed plumber',
  electrician: 'an electrician',
  utility: 'the utility or a plumber',
}

export const leakKinds: Choice<LeakKind>[] = [
  { value: 'hoseBurst', label: 'Hose burst', hint: 'a full break of a flexible hose' },
  { value: 'splitPipe', label: 'Split pipe', hint: 'cracked along' },
  { value: 'pinhole', label: 'Pinhole', hint: 'corrosion' },
  { value: 'weepingJoint', label: 'Weeping joint' },
  { value: 'hole', label: 'Hole of your own size' },
  { value: 'tapLeftOn', label: 'Tap left on', hint: 'a flow' },
  { value: 'overflow', label: 'Overflow', hint: 'a flow: of a cistern, bath or basin' },
  { value: 'reliefValve', label: 'Relief valve', hint: 'a flow' },
  { value: 'trap', label: 'Trap or waste', hint: 'a flow, while something runs off' },
  { value: 'frozenPipe', label: 'Frozen pipe', hint: 'burst by frost' },
  { value: 'tankSeam', label: 'Tank seam', hint: 'of a heater or tank' },
  { value: 'drip', label: 'Drip', hint: 'a flow' },
  { value: 'flow', label: 'Flow of your own size' },
]

/** Whether a leak is given as a flow rather than as a hole. */
export const isFixedFlow = (kind: LeakKind): boolean => wordFacts.fixedFlowLeaks.includes(kind)

/** Whether a valve takes several turns to close: none of those can be driven. */
export const isMultiTurn = ({ kind }: { kind: ValveKind }): boolean =>
  wordFacts.multiTurnValves.includes(kind)

export const radioCoverWords: Record<RadioCover, string> = {
  none: 'Nothing',
  metalLid: 'A metal lid',
  pit: 'A pit',
  metalCupboard: 'A metal cupboard',
}

export const wallMaterialWords: Record<WallMaterial, string> = {
  brick: 'Brick',
  concrete: 'Concrete',
  plasterboard: 'Plasterboard',
  wood: 'Wood',
  chipboard: 'Chipboard',
  glass: 'Glass',
  metal: 'Metal',
}
