/** A measurement of one value, as the list that a measurement field works with; null is not measured. */
export const one = (value: number | null | undefined): number[] | null => (value == null ? null : [value])
