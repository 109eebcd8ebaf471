import type { Component } from 'vue'
import type { TypedKind, UnitSystem } from '@/api/types'
import type { Choice } from '@/ui/words'

/** A measurement that a calculator takes. */
export interface MeasureInput {
  key: string
  label: string
  kind: TypedKind
  how?: string
}

/** One of a list, or yes and no. */
export interface ChoiceInput {
  key: string
  label: string
  choices: Choice<string>[]
}

/** A figure that comes out. */
export interface Figure {
  name: string
  text: string
  /** Set where it speaks against what was put in. */
  isStop?: boolean
}

export type Values = Record<string, number | string | boolean>

/** A bench calculator: what goes in, what comes out, and why it may be believed. */
export interface Calculator {
  id: string
  title: string
  lead: string
  /** Values that it starts with: a worked example. */
  start: Values
  measures: MeasureInput[]
  choices?: ChoiceInput[]
  switches?: { key: string; label: string }[]
  calculate: (values: Values) => Promise<unknown>
  /** The figure that decides comes first. */
  figures: (result: never, system: UnitSystem) => Figure[]
  formula: string
  source: string
  /** Draws `values` and `result`; may emit `change` with values of its own. */
  picture: Component
}

/** A calculator whose values and result are typed where it is written, and plain where it is drawn. */
export function define<V extends Values, R>(
  calculator: Omit<Calculator, 'start' | 'calculate' | 'figures'> & {
    start: V
    calculate: (values: V) => Promise<R>
    figures: (result: R, system: UnitSystem) => Figure[]
  },
): Calculator {
  return calculator as unknown as Calculator
}
