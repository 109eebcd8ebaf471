const keyOf = (siteId: string) => `terrapin.setup.${siteId}`

/** The lines of a site's setup sheet that are ticked on this device. */
export function readTicks(siteId: string): string[] {
  const kept = localStorage.getItem(keyOf(siteId))
  if (!kept) return []
  try {
    const lines: unknown = JSON.parse(kept)
    return Array.isArray(lines) ? lines.filter((l): l is string => typeof l === 'string') : []
  } catch {
    // What another program has put there is no list of ticks.
    return []
  }
}

export function writeTicks(siteId: string, lines: string[]): void {
  localStorage.setItem(keyOf(siteId), JSON.stringify(lines))
}
