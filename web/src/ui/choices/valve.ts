import type { StopValve, Pipe } from '@/api/types'
import type { Choice } from '@/ui/words'

type Answer = StopValve['closesFully']

export const answers: Choice<Answer>[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'unknown', label: 'Not known' },
]

export const valveKinds: Choice<StopValve['kind']>[] = [
  { value: 'unknown', label: 'Not looked at yet' },
  { value: 'leverBall', label: 'Ball with a lever', hint: 'quarter turn' },
  { value: 'teeBall', label: 'Ball with a tee handle', hint: 'quarter turn' },
  { value: 'gate', label: 'Gate', hint: 'several turns: cannot be driven' },
  { value: 'globe', label: 'Globe', hint: 'several turns: cannot be driven' },
  { value: 'screwDown', label: 'Screw-down stop tap', hint: 'several turns: cannot be driven' },
]

export const nominalSizes: Choice<NonNullable<StopValve['size']> | null>[] = [
  { value: null, label: 'Not known' },
  { value: 'dn15', label: 'DN 15 · 1/2 in' },
  { value: 'dn20', label: 'DN 20 · 3/4 in' },
  { value: 'dn25', label: 'DN 25 · 1 in' },
  { value: 'dn32', label: 'DN 32 · 1 1/4 in' },
  { value: 'dn40', label: 'DN 40 · 1 1/2 in' },
  { value: 'dn50', label: 'DN 50 · 2 in' },
]

export const stiffnesses: Choice<StopValve['stiffness']>[] = [
  { value: 'unknown', label: 'Not tried yet' },
  { value: 'free', label: 'Free', hint: 'one finger' },
  { value: 'stiff', label: 'Stiff', hint: 'a whole hand' },
  { value: 'notMovedForYears', label: 'Not moved for years' },
  { value: 'seized', label: 'Seized', hint: 'do not force it' },
]

export const upstreamStops: Choice<StopValve['upstreamStop']>[] = [
  { value: 'unknown', label: 'Not looked for yet' },
  { value: 'works', label: 'There is one, and it closes' },
  { value: 'doesNotClose', label: 'There is one, it does not close' },
  { value: 'none', label: 'None' },
]

export const pipeMaterials: Choice<Pipe['material']>[] = [
  { value: 'unknown', label: 'Not known' },
  { value: 'copper', label: 'Copper' },
  { value: 'steel', label: 'Steel' },
  { value: 'rigidPlastic', label: 'Rigid plastic' },
  { value: 'crossLinkedPolyethylene', label: 'PEX', hint: 'cross-linked polyethylene' },
]

export const stemShapes: Choice<NonNullable<StopValve['stem']>['shape'] & string>[] = [
  { value: 'unknown', label: 'Not seen yet' },
  { value: 'twoFlats', label: 'Two flats' },
  { value: 'square', label: 'Square' },
  { value: 'round', label: 'Round', hint: 'nothing for a coupler to grip' },
]

export const handleDirections: Choice<NonNullable<StopValve['handle']>['pointsWhenOpen'] & string>[] = [
  { value: 'unknown', label: 'Not looked at yet' },
  { value: 'alongThePipe', label: 'Along the pipe' },
  { value: 'acrossThePipe', label: 'Across the pipe' },
]

export const handleSwings: Choice<NonNullable<StopValve['handle']>['swingsTo'] & string>[] = [
  { value: 'unknown', label: 'Not looked at yet' },
  { value: 'toTheLeft', label: 'To the left' },
  { value: 'toTheRight', label: 'To the right' },
]

export const sidesOfMeter: Choice<NonNullable<StopValve['sideOfMeter']>>[] = [
  { value: 'unknown', label: 'Not known' },
  { value: 'house', label: "The house's side" },
  { value: 'street', label: "The street's side" },
  { value: 'noMeter', label: 'There is no meter' },
]

export const placeKinds: Choice<NonNullable<StopValve['place']>['kind'] & string>[] = [
  { value: 'unknown', label: 'Not said' },
  { value: 'indoors', label: 'Indoors, dry' },
  { value: 'damp', label: 'Damp' },
  { value: 'outdoors', label: 'Outdoors' },
  { value: 'groundBox', label: 'In a ground box' },
]

export const heaterKinds: Choice<NonNullable<StopValve['heater']>['kind'] & string>[] = [
  { value: 'unknown', label: 'Not known' },
  { value: 'cylinder', label: 'Cylinder' },
  { value: 'tankless', label: 'Tankless heater' },
  { value: 'boiler', label: 'Boiler' },
]

type Obstacle = NonNullable<StopValve['obstacles']>[number]

export const obstacleKinds: Choice<Obstacle['kind']>[] = [
  { value: 'wall', label: 'Wall' },
  { value: 'bar', label: 'Bar' },
  { value: 'insulation', label: 'Insulation' },
  { value: 'bondingWire', label: 'Bonding wire' },
  { value: 'meter', label: 'Meter' },
  { value: 'other', label: 'Something else' },
]

export const directions: Choice<Obstacle['towards']>[] = [
  { value: 'overTheHandle', label: 'Over the handle', hint: "from the pipe's axis" },
  { value: 'handleSide', label: 'On the side the handle swings to' },
  { value: 'farSide', label: 'On the far side' },
  { value: 'upstream', label: 'Upstream along the pipe' },
  { value: 'downstream', label: 'Downstream along the pipe' },
]

export const pipeWaters: Choice<NonNullable<Pipe['water']>>[] = [
  { value: 'cold', label: 'Cold' },
  { value: 'hot', label: 'Hot' },
  { value: 'unknown', label: 'Not said' },
]
