import type { Plan } from '@/api/types'

/**
 * A change of a plan, made on a copy of it. It names things by their ids, so that what an earlier change took out or moved is left
 * alone, and never another thing changed in its place.
 */
export type Command = (draft: Plan) => void

/** Changes the entry of an id; does nothing where it is gone. */
export function change<T extends { id: string }>(list: T[], id: string, how: (entry: T) => void): void {
  const entry = list.find((e) => e.id === id)
  if (entry) how(entry)
}

/** Takes the entry of an id out; does nothing where it is gone. */
export function takeOut<T extends { id: string }>(list: T[], id: string): T | undefined {
  const at = list.findIndex((e) => e.id === id)
  return at < 0 ? undefined : list.splice(at, 1)[0]
}

/**
 * A list with one entry a kind, after a change of that kind's; an entry that says nothing any more is taken out.
 * @param blank An entry of that kind that says nothing.
 */
export function sayOfKind<T extends { kind: string }>(
  list: readonly T[] | null | undefined,
  blank: T,
  change: Partial<Omit<T, 'kind'>>,
): T[] {
  const others = (list ?? []).filter((entry) => entry.kind !== blank.kind)
  const now = { ...blank, ...list?.find((entry) => entry.kind === blank.kind), ...change }
  const isSaid = Object.entries(now).some(([key, value]) => key !== 'kind' && value != null)
  return isSaid ? [...others, now] : others
}
