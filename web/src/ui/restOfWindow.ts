import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** How high a part may be to end where the window does, px, whatever comes and goes above it. */
export function useRestOfWindow(part: Ref<HTMLElement | undefined>) {
  const height = ref(500)
  const measure = () => {
    if (!part.value) return
    const top = part.value.getBoundingClientRect().top + window.scrollY
    height.value = Math.max(360, window.innerHeight - top)
  }
  const observer = new ResizeObserver(measure)
  onMounted(() => {
    measure()
    observer.observe(document.body)
    window.addEventListener('resize', measure)
  })
  onBeforeUnmount(() => {
    observer.disconnect()
    window.removeEventListener('resize', measure)
  })
  return height
}
