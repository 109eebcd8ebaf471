import { ref } from 'vue'
import { Refusal } from '@/api/client'

/**
 * Hands a change to whoever takes it, and keeps what was said against it for the field to show.
 * @param pointer The field's place in the document, to find its own fault among several.
 */
export function useApply(pointer: () => string | undefined) {
  const error = ref('')

  async function attempt(change: () => Promise<void>): Promise<boolean> {
    try {
      await change()
      error.value = ''
      return true
    } catch (failure) {
      if (!(failure instanceof Refusal)) throw failure
      error.value = failure.at(pointer())
      return false
    }
  }

  return { error, attempt }
}
