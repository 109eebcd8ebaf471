import type { Page } from '@playwright/test'
import { expect, remember, test } from '../server.js'

const trustPage = '/sites/net-loft-tidewrack-quay/rehearse?view=trust'

const type = async (page: Page, group: string | null, label: string, text: string) => {
  const within = group ? page.getByRole('group', { name: group, exact: true }) : page
  await within.getByRole('textbox', { name: label, exact: true }).fill(text)
  await page.keyboard.press('Enter')
}

/** N of "1 in N". */
const oneIn = async (page: Page) => Number(/1 in ([\d.,]+)/.exec(await page.getByTestId('on-demand').innerText())![1]!.replace(',', ''))

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('what alone lets a leak run is named, and testing oftener makes it rarer', async ({ page, demo }) => {
      await page.goto(demo + trustPage)
      await expect(page.getByTestId('on-demand')).toHaveText('1 in 22')
      await expect(page.getByText('2 run on with nothing broken: Basin hose, Wheel room; Clay sink tap left on, Wheel room.')).toBeVisible()
      await expect(page.getByText(/Alone enough to let every leak run/)).toContainText('hub')
      const detail = page.getByTestId('trust-detail')
      await expect(detail.getByRole('heading', { level: 2 })).toHaveText('Joint after the stop valve, Stair cupboard')
      await page.getByRole('button', { name: 'Basin hose, Bath under the roof' }).click()
      await expect(detail.getByRole('heading', { level: 2 })).toHaveText('Basin hose, Bath under the roof')
      await expect(detail.getByRole('listitem').filter({ hasText: 'together with' })).toHaveCount(1)
      await expect(detail.getByRole('img', { name: /^Not stopped, by the time between tests/ })).toBeVisible()

      await type(page, null, 'Tested with water every', '3 months')
      await expect(page.getByTestId('on-demand')).not.toHaveText('1 in 22')
      const oftener = await oneIn(page)
      expect(oftener).toBeGreaterThan(60)
      await type(page, 'The hub', 'Times a year', '0.5')
      await expect.poll(() => oneIn(page)).toBeLessThan(oftener)
      // A figure that is taken out leaves it unknown, and is asked for.
      await type(page, 'The hub', 'Times a year', '')
      await expect(page.getByTestId('on-demand')).toHaveCount(0)
      await expect(page.getByRole('group', { name: 'The hub', exact: true }).getByText('needed')).toBeVisible()
      await type(page, 'The hub', 'Times a year', '0.05')
      await expect.poll(() => oneIn(page)).toBe(oftener)
    })

    test('what cannot be is refused beside the field, and kept as typed', async ({ page, demo }) => {
      await page.goto(demo + trustPage)
      const field = page.getByRole('group', { name: 'A sensor', exact: true }).getByRole('textbox', { name: 'Noticed at once, %' })
      await field.fill('140')
      await page.keyboard.press('Enter')
      await expect(page.getByRole('alert').filter({ hasText: /1/ })).toBeVisible()
      await expect(field).toHaveValue('140')
      await expect(page.getByTestId('on-demand')).toHaveText('1 in 22')
    })

    test('a house of its own figures starts with none, and is told what fails alone', async ({ page, demo }) => {
      await page.goto(`${demo}/sites/hollin-bank/rehearse?view=trust`)
      await expect(page.getByText(/Say below how often parts fail/)).toBeVisible()
      await expect(page.getByText(/Alone enough to let every leak run/)).toContainText('power cut')
      for (const kind of ['A sensor', 'The hub', 'A drive', 'A valve passes', 'Power cut'])
        await expect(page.getByRole('group', { name: kind, exact: true }).getByText('needed')).toBeVisible()
      await expect(page.getByRole('group', { name: 'A repeater', exact: true }).getByText('needed')).toHaveCount(0)
      await type(page, null, 'Tested with water every', '1 year')
      for (const kind of ['A sensor', 'The hub', 'A drive', 'A valve passes']) await type(page, kind, 'Times a year', '0.02')
      await type(page, 'Power cut', 'Times a year', '2')
      await type(page, 'Power cut', 'Works again after', '2 h')
      await expect(page.getByText('needed')).toHaveCount(0)
      // Four parts of 0.00993 each and power cuts of 0.00046.
      await expect(page.getByTestId('on-demand')).toHaveText('1 in 25')
      await page.reload()
      await expect(page.getByTestId('on-demand')).toHaveText('1 in 25')
    })
  })
}
