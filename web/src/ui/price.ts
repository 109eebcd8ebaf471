/** A price in the catalogue's currency. */
export function priceText(amount: number | null | undefined, currency: string | null | undefined): string {
  if (amount == null) return 'no price'
  const figure = amount.toLocaleString('en-GB', { maximumFractionDigits: 2 })
  return currency ? `${figure} ${currency}` : figure
}
