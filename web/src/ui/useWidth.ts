import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** How wide a part is, px, so that a chart in it is drawn to size and its words stay as large as the page's. */
export function useWidth(part: Ref<Element | undefined | null>, first = 460) {
  const width = ref(first)
  const observer = new ResizeObserver(([entry]) => {
    if (entry!.contentRect.width > 0) width.value = entry!.contentRect.width
  })
  onMounted(() => part.value && observer.observe(part.value))
  onBeforeUnmount(() => observer.disconnect())
  return width
}
