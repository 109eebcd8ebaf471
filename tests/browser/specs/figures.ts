/** Digits that are shown are three; these are compared to far more. */
const RELATIVE = 1e-9

/** The places at which two answers differ, numbers by more than what two ways of rounding would. */
export function figuresDiffer(a: unknown, b: unknown, at = ''): string[] {
  if (typeof a === 'number' && typeof b === 'number')
    return Math.abs(a - b) <= RELATIVE * Math.max(Math.abs(a), Math.abs(b)) ? [] : [`${at}: ${a}, ${b}`]
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return (a ?? null) === (b ?? null) ? [] : [`${at}: ${String(a)}, ${String(b)}`]
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>]
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) => figuresDiffer(left[key], right[key], `${at}/${key}`))
}
