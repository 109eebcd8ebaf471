import type { MainValve, Pipe } from '@/api/types'
import type { Choice } from '@/ui/words'

type Answer = MainValve['closesFully']

export const answers: Choice<Answer>[] = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
  { value: 'unknown', label: 'Not known' },
]

export const sides: Choice<'supply' | 'house'>[] = [
  { value: 'supply', label: 'Before the main' },
  { value: 'house', label: 'After the main' },
]

export const valveKinds: Choice<MainValve['kind']>[] = [
  { value: 'unknown', label: 'Not looked at yet' },
  { value: 'leverBall', label: 'Ball with a lever', hint: 'quarter turn' },
  { value: 'teeBall', label: 'Ball with a tee handle', hint: 'quarter turn' },
  { value: 'gate', label: 'Gate', hint: 'several turns: cannot be driven' },
  { value: 'globe', label: 'Globe', hint: 'several turns: cannot be driven' },
  { value: 'screwDown', label: 'Screw-down stop tap', hint: 'several turns: cannot be driven' },
]

export const nominalSizes: Choice<NonNullable<MainValve['size']> | null>[] = [
  { value: null, label: 'Not known' },
  { value: 'dn15', label: 'DN 15 · 1/2 in' },
  { value: 'dn20', label: 'DN 20 · 3/4 in' },
  { value: 'dn25', label: 'DN 25 · 1 in' },
  { value: 'dn32', label: 'DN 32 · 1 1/4 in' },
  { value: 'dn40', label: 'DN 40 · 1 1/2 in' },
  { value: 'dn50', label: 'DN 50 · 2 in' },
]

export const stiffnesses: Choice<MainValve['stiffness']>[] = [
  { value: 'unknown', label: 'Not tried yet' },
  { value: 'free', label: 'Free', hint: 'one finger' },
  { value: 'stiff', label: 'Stiff', hint: 'a whole hand' },
  { value: 'notMovedForYears', label: 'Not moved for years' },
  { value: 'seized', label: 'Seized', hint: 'do not force it' },
]

export const upstreamStops: Choice<MainValve['upstreamStop']>[] = [
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
  { value: 'crossLinkedPolyethylene', label: 'Cross-linked polyethylene' },
]
