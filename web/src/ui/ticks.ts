/**
 * Round numbers from 0 to the first that is no less than the most, some so many steps; apart by 1, 2 or 5 times a power of ten.
 * The library for scales is not in the first load for these few lines.
 */
export function roundTicks(most: number, steps: number): number[] {
  const rough = most / steps
  const power = 10 ** Math.floor(Math.log10(rough))
  const factor = [1, 2, 5, 10].find((f) => f * power >= rough * 0.75) ?? 10
  const step = factor * power
  const count = Math.max(1, Math.ceil(most / step - 1e-9))
  // Multiplied and not added up, so that 0.3 is 0.3.
  return Array.from({ length: count + 1 }, (_, i) => Number((i * step).toPrecision(12)))
}
