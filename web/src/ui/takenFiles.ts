/** The files that were chosen; the input is emptied, so that the same one can be chosen again. */
export function takenFiles(event: Event): File[] {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  return files
}
