import { api } from '@/api/client'
import { pipeMaterials } from '@/ui/choices/valve'
import { positions } from '@/ui/choices/rooms'
import { figure, show } from '@/ui/units'
import { wallMaterialWords } from '@/ui/words'
import { define, type Calculator, type MeasureInput } from './calculator'
import AxisPicture from '@/ui/drawings/AxisPicture.vue'
import ClosingPicture from './pictures/ClosingPicture.vue'
import FilmPicture from './pictures/FilmPicture.vue'
import LastingPicture from './pictures/LastingPicture.vue'
import LeakPicture from './pictures/LeakPicture.vue'
import StrapsPicture from '@/ui/drawings/StrapsPicture.vue'
import SupplyPicture from './pictures/SupplyPicture.vue'
import TankPicture from './pictures/TankPicture.vue'
import TorquePicture from './pictures/TorquePicture.vue'
import WallLossPicture from './pictures/WallLossPicture.vue'

const DAY_S = 86_400
const material = { key: 'pipeMaterial', label: 'Pipe', choices: pipeMaterials }

const leakMeasures: MeasureInput[] = [
  {
    key: 'staticPressurePa',
    label: 'Pressure at rest',
    kind: 'pressure',
    how: 'At the stop valve, every tap shut.',
  },
  { key: 'riseM', label: 'Leak above the stop valve', kind: 'length', how: 'Below is negative.' },
  { key: 'pipeLengthM', label: 'Pipe length', kind: 'length' },
  { key: 'pipeBoreM', label: 'Pipe bore', kind: 'smallLength' },
  { key: 'valveBoreM', label: 'Valve bore', kind: 'smallLength' },
  { key: 'holeM', label: 'Hole', kind: 'smallLength', how: 'Inner bore of the hose for a full break.' },
]
const leakStart = {
  staticPressurePa: 3.5e5,
  riseM: -0.4,
  valveBoreM: 0.0202,
  pipeBoreM: 0.0202,
  pipeLengthM: 15,
  pipeMaterial: 'copper' as const,
  holeM: 0.007,
}

/** The bench, in the order of the work. */
export const calculators: Calculator[] = [
  define({
    id: 'leak-flow',
    title: 'Leak flow',
    lead: 'How fast water comes out of a hole behind a pipe.',
    start: leakStart,
    measures: leakMeasures,
    choices: [material],
    calculate: api.bench.leakFlow,
    figures: (r, system) => [
      { name: 'Flow', text: show('flow', r.flowM3PerS, system) },
      { name: 'A day of it', text: show('volume', r.flowM3PerS * DAY_S, system) },
    ],
    formula: 'p/(ρg) − Δz − f·(L/D)·v²/2g − K·v²/2g − (Q/(C_d·A))²/2g = 0, C_d 0.62',
    source:
      'Darcy–Weisbach; f after Swamee and Jain, 64/Re and Dunlop’s cubic between, as in EPA/600/R-20/133. Without a supply test it is an upper bound.',
    picture: LeakPicture,
  }),
  define({
    id: 'supply-test',
    title: 'Supply test',
    lead: 'What two readings, at rest and with a tap running, say of the supply.',
    start: { staticPressurePa: 3.5e5, runningPressurePa: 2.1e5, flowM3PerS: 15 / 60_000 },
    measures: [
      { key: 'staticPressurePa', label: 'Pressure at rest', kind: 'pressure', how: 'Gauge, every tap shut.' },
      { key: 'runningPressurePa', label: 'Pressure with the tap running', kind: 'pressure' },
      { key: 'flowM3PerS', label: 'What the tap runs', kind: 'flow', how: 'Bucket and watch.' },
    ],
    calculate: api.bench.supplyTest,
    figures: (r, system) => [
      {
        name: 'Most the supply gives',
        text: r.mostFlowM3PerS > 0 ? show('flow', r.mostFlowM3PerS, system) : 'no droop seen',
      },
    ],
    formula: 'R_s = (p₀ − p₁)/Q₁²; p = p₀ − R_s·Q²',
    source: 'Energy equation of a source with a resistance that grows with the square of the flow.',
    picture: SupplyPicture,
  }),
  define({
    id: 'closing',
    title: 'Closing valve',
    lead: 'What runs through while the valve turns, and for ever after if it stops short.',
    start: { ...leakStart, strokeS: 12, endAngleDeg: 90 },
    measures: [
      { key: 'strokeS', label: 'Stroke', kind: 'duration', how: 'The full quarter turn.' },
      { key: 'endAngleDeg', label: 'Where it stops', kind: 'angle', how: 'From open; shut from 82.5° on.' },
      ...leakMeasures,
    ],
    choices: [material],
    calculate: api.bench.closing,
    figures: (r, system) => [
      { name: 'Let through', text: show('volume', r.letThroughM3, system) },
      { name: 'As if shut at once after', text: show('duration', r.equivalentInstantS, system) },
      {
        name: 'For ever after',
        text: r.residualM3PerS > 0 ? show('flow', r.residualM3PerS, system) : 'nothing',
        isStop: r.residualM3PerS > 0,
      },
    ],
    formula: '∫ Q(δ(t)) dt, K(δ) of the cock, above 65° K = 486·(17.5/(82.5 − δ))³',
    source: 'J. Weisbach’s table of the loss of a cock against its angle; ln K linear between.',
    picture: ClosingPicture,
  }),
  define({
    id: 'drain-down',
    title: 'Drain-down and tank',
    lead: 'What still comes out behind a shut valve.',
    start: { pipeBoreM: 0.0136, pipeLengthM: 14, tankM3: 0.06, prechargePa: 1.8e5, pressurePa: 3.2e5 },
    measures: [
      { key: 'pipeLengthM', label: 'Pipe above the leak', kind: 'length' },
      { key: 'pipeBoreM', label: 'Its bore', kind: 'smallLength' },
      {
        key: 'tankM3',
        label: 'Pressure tank',
        kind: 'volume',
        how: 'On the house side; 0 where there is none.',
      },
      { key: 'prechargePa', label: 'Precharge', kind: 'pressure' },
      { key: 'pressurePa', label: 'Pressure at shut-off', kind: 'pressure' },
    ],
    calculate: api.bench.drainDown,
    figures: (r, system) => [
      { name: 'Together, at the most', text: show('volume', r.pipeM3 + r.tankM3, system) },
      { name: 'Out of the pipe', text: show('volume', r.pipeM3, system) },
      { name: 'Out of the tank', text: show('volume', r.tankM3, system) },
    ],
    formula: 'πD²L/4; V·(1 − p_pre/p), absolute pressures',
    source: 'Geometry; Boyle’s law.',
    picture: TankPicture,
  }),
  define({
    id: 'torque',
    title: 'Torque',
    lead: 'Whether a drive turns a valve, from a spring scale on its handle.',
    start: { pullN: 85, armM: 0.14, ratedNm: 20, supplyShare: 1 },
    measures: [
      { key: 'pullN', label: 'Pull', kind: 'force', how: 'Square to the handle, the larger of both ways.' },
      { key: 'armM', label: 'Arm', kind: 'smallLength', how: 'From the stem to the hook.' },
      { key: 'ratedNm', label: 'Rated torque', kind: 'torque' },
      { key: 'supplyShare', label: 'Left on a weak or cold battery', kind: 'number', how: '1 on the mains.' },
    ],
    calculate: api.bench.torque,
    figures: (r, system) => [
      { name: 'Torque in hand', text: show('ratio', r.ratio, system), isStop: r.verdict === 'stop' },
      { name: 'Needed', text: show('torque', r.neededNm, system) },
      { name: 'Breakaway', text: show('torque', r.breakawayNm, system) },
    ],
    formula:
      'T = pull × arm; in hand = available / T; below 1 × it stalls, below 1.5 × it may, from 1.9 × it is enough',
    source: 'Statics; the reserve is our own.',
    picture: TorquePicture,
  }),
  define({
    id: 'axis-offset',
    title: 'Axis offset',
    lead: 'What a motor beside the stem does to the handle. Drag its axis, or type.',
    start: { gripRadiusM: 0.05, alongOpenM: 0.004, alongClosedM: 0 },
    measures: [
      {
        key: 'gripRadiusM',
        label: 'Grip radius',
        kind: 'smallLength',
        how: 'From the motor’s axis to where it grips.',
      },
      { key: 'alongOpenM', label: 'Off along the open handle', kind: 'smallLength' },
      { key: 'alongClosedM', label: 'Off along the closed handle', kind: 'smallLength' },
    ],
    calculate: api.bench.axisOffset,
    figures: (r, system) => [
      {
        name: r.shuts ? 'Handle travel, it shuts' : 'Handle travel, it stays open',
        text: show('angle', r.travelDeg, system),
        isStop: !r.shuts,
      },
      {
        name: 'Against the stop',
        text: r.excessDeg > 0 ? show('angle', r.excessDeg, system) : 'nothing',
        isStop: r.excessDeg > 0,
      },
    ],
    formula: 'travel = atan2(r + y, x) − atan2(y, r + x)',
    source: 'Plane geometry of a grip that moves round the motor’s axis.',
    picture: AxisPicture,
  }),
  define({
    id: 'straps',
    title: 'Straps',
    lead: 'What the straps pull on the pipe. Drag them, or type.',
    start: { torqueNm: 11, firstM: 0.055, secondM: 0.07, sameSide: false, pipeMaterial: 'copper' as const },
    measures: [
      { key: 'torqueNm', label: 'Torque of the drive', kind: 'torque' },
      { key: 'firstM', label: 'First strap from the stem', kind: 'smallLength' },
      { key: 'secondM', label: 'Second strap from the stem', kind: 'smallLength' },
    ],
    switches: [{ key: 'sameSide', label: 'Both on one side, as beside an elbow' }],
    choices: [material],
    calculate: api.bench.straps,
    figures: (r, system) => [
      {
        name: 'On each strap',
        text: show('force', r.forceN, system),
        isStop: r.limitN != null && r.forceN > r.limitN,
      },
      { name: 'This pipe stands', text: r.limitN == null ? 'not known' : show('force', r.limitN, system) },
    ],
    formula: 'T/(a₁ + a₂) on both sides; T/|a₂ − a₁| on one',
    source: 'Statics of a couple; limits by material are our own screening values.',
    picture: StrapsPicture,
  }),
  define({
    id: 'battery',
    title: 'Battery life',
    lead: 'How many years a battery lasts.',
    start: {
      capacityMah: 1100,
      usableShare: 0.85,
      sleepUa: 4,
      taskEnergyJ: 0.036,
      voltageV: 3,
      taskIntervalS: 3600,
      selfDischargePerYear: 0.02,
    },
    measures: [
      { key: 'capacityMah', label: 'Capacity, mAh', kind: 'number' },
      { key: 'usableShare', label: 'Usable share', kind: 'number', how: 'Cold and cut-off: 0.85.' },
      { key: 'sleepUa', label: 'Asleep, µA', kind: 'number' },
      { key: 'taskEnergyJ', label: 'A report or stroke, J', kind: 'number' },
      { key: 'voltageV', label: 'Voltage, V', kind: 'number' },
      { key: 'taskIntervalS', label: 'One every', kind: 'duration' },
      { key: 'selfDischargePerYear', label: 'Self-discharge a year', kind: 'number', how: 'Share: 0.02.' },
    ],
    calculate: api.bench.battery,
    figures: (r) => [
      { name: 'Lasts', text: `${figure(r.lifeYears)} years` },
      { name: 'Mean current', text: `${figure(r.meanCurrentUa)} µA` },
    ],
    formula: 'C·η/(8.766·I + C·s), I in µA, C in mAh',
    source: 'Charge balance.',
    picture: LastingPicture,
  }),
  define({
    id: 'backup',
    title: 'Backup',
    lead: 'How long a backup pack carries a drive in a power cut.',
    start: { capacityMah: 4000, usableShare: 0.8, drawMa: 28 },
    measures: [
      { key: 'capacityMah', label: 'Capacity, mAh', kind: 'number' },
      { key: 'usableShare', label: 'Usable share', kind: 'number', how: 'Cold and cut-off: 0.8.' },
      { key: 'drawMa', label: 'Standby and strokes, mA', kind: 'number' },
    ],
    calculate: api.bench.backup,
    figures: (r) => [{ name: 'Lasts', text: `${figure(r.hours)} hours` }],
    formula: 'C·η/I',
    source: 'Charge balance.',
    picture: LastingPicture,
  }),
  define({
    id: 'radio',
    title: 'Radio margin',
    lead: 'What is left of a signal behind distance, walls and floors.',
    start: {
      frequencyMHz: 868,
      powerDbm: 5,
      sensitivityDbm: -100,
      antennaGainDb: -2,
      distanceM: 8,
      wallMaterial: 'brick' as const,
      wallThicknessM: 0.1025,
      walls: 2,
      floors: 1,
      floorLossDb: 14,
    },
    measures: [
      {
        key: 'frequencyMHz',
        label: 'Frequency, MHz',
        kind: 'number',
        how: '100 to 100,000; below 1000 extended.',
      },
      { key: 'powerDbm', label: 'Sent, dBm', kind: 'number' },
      {
        key: 'sensitivityDbm',
        label: 'Sensitivity, dBm',
        kind: 'number',
        how: 'The weakest that is understood.',
      },
      { key: 'antennaGainDb', label: 'Antenna at each end, dB', kind: 'number' },
      { key: 'distanceM', label: 'Distance', kind: 'length' },
      { key: 'walls', label: 'Walls of this make', kind: 'number' },
      { key: 'wallThicknessM', label: 'Thickness of one', kind: 'smallLength' },
      { key: 'floors', label: 'Floors', kind: 'number' },
      {
        key: 'floorLossDb',
        label: 'One floor takes, dB',
        kind: 'number',
        how: 'Joists 8 to 12, concrete 14 to 20.',
      },
    ],
    choices: [
      {
        key: 'wallMaterial',
        label: 'Walls are of',
        choices: Object.entries(wallMaterialWords).map(([value, label]) => ({ value, label })),
      },
    ],
    calculate: api.bench.radio,
    figures: (r) => [
      {
        name: 'In hand',
        text: r.marginDb == null ? 'nothing: metal blocks' : show('decibels', r.marginDb, 'metric'),
        isStop: r.marginDb == null || r.marginDb < 0,
      },
      { name: 'Works with a chance of', text: `${figure(100 * r.chance)} %` },
      { name: 'Distance takes', text: show('decibels', r.freeSpaceDb, 'metric') },
      { name: 'One wall takes', text: r.wallDb == null ? 'all' : show('decibels', r.wallDb, 'metric') },
      { name: 'Floors take', text: show('decibels', r.floorsDb, 'metric') },
    ],
    formula:
      'sent + gains − (20·log d + 20·log f − 27.55) − walls − k^((k+2)/(k+1) − 0.46)·L − fade 10 − sensitivity; a wall as a slab with its reflections inside; chance Φ(margin/4)',
    source:
      'H. T. Friis 1946; Recommendation ITU-R P.2040; COST 231, multi-wall model. Below 1 GHz the materials’ laws are extended.',
    picture: WallLossPicture,
  }),
  define({
    id: 'film',
    title: 'Film and distance',
    lead: 'How much water is on a level floor before it reaches a sensor.',
    start: { contactAngleDeg: 60, position: 'wall' as const, distanceM: 1.2, flowM3PerS: 0.0005 },
    measures: [
      { key: 'distanceM', label: 'From the leak to the sensor', kind: 'length' },
      {
        key: 'contactAngleDeg',
        label: 'Contact angle of the floor',
        kind: 'angle',
        how: 'Polished stone 25°, glazed tile 45°, matt tile 60°, vinyl 80°, waxed wood 95°.',
      },
      { key: 'flowM3PerS', label: 'Flow of the leak', kind: 'flow', how: 'A fast leak spreads thicker.' },
    ],
    choices: [
      { key: 'position', label: 'The leak stands', choices: positions.filter((p) => p.value !== 'unknown') },
    ],
    calculate: api.bench.film,
    figures: (r, system) => [
      { name: 'On the floor by then', text: show('volume', r.volumeM3, system) },
      { name: 'Film', text: show('smallLength', r.filmM, system) },
    ],
    formula:
      'e = 2·ℓ·sin(θ/2), ℓ = √(γ/ρg), or 0.623·(3νQₑ/g)^¼ if that is higher, Qₑ = Q over the open share of the circle; e·πd², half of it at a wall, a quarter in a corner',
    source:
      'P.-G. de Gennes, F. Brochard-Wyart, D. Quéré, Capillarity and Wetting Phenomena; H. E. Huppert 1982.',
    picture: FilmPicture,
  }),
]
