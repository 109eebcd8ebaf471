import { onBeforeUnmount, onMounted } from 'vue'

/** What a key does; keys are named as `KeyboardEvent.key`, with `Ctrl+` and `Ctrl+Shift+` before them. */
export type Shortcuts = Record<string, () => void>

/** Whether keys belong to the field that has the focus. */
function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.matches('input:not([type=checkbox]):not([type=range]), textarea') || target.isContentEditable)
  )
}

/** Whether that field holds something typed and not yet taken, which its own undo should undo. */
const hasUntaken = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.dataset.untaken === 'true'

/** Listens while the component is on the page. Plain keys rest while somebody types; keys with Ctrl work everywhere. */
export function useShortcuts(shortcuts: Shortcuts): void {
  function onKey(event: KeyboardEvent) {
    if (event.altKey || document.querySelector('[role=dialog]')) return
    const control = event.ctrlKey || event.metaKey
    const name = control ? `Ctrl+${event.shiftKey ? 'Shift+' : ''}${event.key.toLowerCase()}` : event.key
    const action = shortcuts[name]
    if (!action) return
    if (control ? name.endsWith('z') && hasUntaken(event.target) : isTyping(event.target)) return
    event.preventDefault()
    action()
  }

  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
}
