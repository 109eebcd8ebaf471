import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { UnitSystem } from '@/api/types'

export type Look = 'light' | 'dark'

const kept = (key: string): string | null => localStorage.getItem(`terrapin.${key}`)

/** What one person at one device prefers: units, look, and their name on what they save. */
export const usePreferences = defineStore('preferences', () => {
  const system = ref<UnitSystem>(kept('units') === 'us' ? 'us' : 'metric')
  const look = ref<Look>(
    (kept('look') ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light')) === 'dark'
      ? 'dark'
      : 'light',
  )
  const author = ref(kept('author') ?? '')

  /** The survey of a main one card at a time, or all of it on one sheet. */
  const survey = ref<'cards' | 'sheet'>(kept('survey') === 'sheet' ? 'sheet' : 'cards')

  watch(survey, (now) => localStorage.setItem('terrapin.survey', now))
  watch(system, (now) => localStorage.setItem('terrapin.units', now))
  watch(author, (now) => localStorage.setItem('terrapin.author', now))
  watch(
    look,
    (now) => {
      document.documentElement.dataset.look = now
    },
    { immediate: true },
  )

  /** Changes the look and keeps it; until then the device's own setting holds. */
  function chooseLook(chosen: Look) {
    look.value = chosen
    localStorage.setItem('terrapin.look', chosen)
  }

  return { system, look, author, survey, chooseLook }
})
