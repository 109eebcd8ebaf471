import { expect, type Page } from '@playwright/test'

/** Types into a measurement field and waits for what it understood. */
export async function type(page: Page, label: string, text: string, understood: string) {
  const field = page.getByRole('textbox', { name: label, exact: true })
  await field.fill(text)
  await field.press('Enter')
  await expect(field).toHaveValue(understood)
  await expect(field).toHaveAttribute('aria-busy', 'false')
}

/** Chooses from a list by keyboard, or presses the answer where all are in sight. */
export async function choose(page: Page, label: string, option: string) {
  const answers = page.getByRole('radiogroup', { name: label }).first()
  const button = page.getByRole('button', { name: new RegExp(`^${label}`) })
  await expect(answers.or(button).first()).toBeVisible()
  if (await answers.isVisible()) {
    const answer = answers.getByRole('radio', { name: option })
    await answer.click()
    await expect(answer).toHaveAttribute('aria-checked', 'true')
    return
  }
  await button.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('option', { name: option }).click()
  await expect(button).toContainText(option)
}

/** The total that Rehearse shows, L; NaN where it is no number. */
export async function litres(page: Page): Promise<number> {
  const text = (await page.getByTestId('escape').innerText()).split('now').at(-1)!
  return Number(/([\d.,]+) L/.exec(text)?.[1]?.replace(',', ''))
}
