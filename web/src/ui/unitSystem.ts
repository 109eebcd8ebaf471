import { inject, ref, type InjectionKey, type Ref } from 'vue'
import type { UnitSystem } from '@/api/types'

export const unitSystemKey: InjectionKey<Readonly<Ref<UnitSystem>>> = Symbol('unit system')

/** The units that the reader has chosen; metric where nobody says. */
export const useUnitSystem = (): Readonly<Ref<UnitSystem>> =>
  inject(unitSystemKey, () => ref<UnitSystem>('metric'), true)
