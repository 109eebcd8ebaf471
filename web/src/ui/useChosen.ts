import { computed, shallowRef } from 'vue'
import { useApply } from './useApply'

/**
 * A choice that shows at once what was chosen, while it is still being assessed, so that a second choice made meanwhile is
 * seen against the first; what is refused goes back.
 * @param current What the plan says.
 * @param apply Takes the choice.
 * @param pointer The field's place in the document.
 */
export function useChosen<T>(
  current: () => T,
  apply: (value: T) => unknown,
  pointer: () => string | undefined = () => undefined,
) {
  const { error, attempt } = useApply(pointer)
  const underWay = shallowRef<{ value: T }>()
  const shown = computed(() => (underWay.value ? underWay.value.value : current()))

  async function choose(value: T): Promise<void> {
    const mine = { value }
    underWay.value = mine
    try {
      await attempt(async () => void (await apply(value)))
    } finally {
      if (underWay.value === mine) underWay.value = undefined
    }
  }

  return { shown, error, choose }
}
