type Tree = Record<string, unknown>

/** What stands at a path; null where nothing does. */
export function valueAt(root: object, path: string): unknown {
  let at: unknown = root
  for (const key of path.split('.')) at = (at as Tree | null | undefined)?.[key]
  return at ?? null
}

/** Puts a value at a path, making what is missing on the way. */
export function putAt(root: object, path: string, value: unknown): void {
  const keys = path.split('.')
  let at = root as Tree
  for (const key of keys.slice(0, -1)) at = (at[key] ??= {}) as Tree
  at[keys.at(-1)!] = value
}
