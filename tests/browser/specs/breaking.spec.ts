import { expect, remember, test } from '../server.js'

const loft = '/sites/net-loft-tidewrack-quay'

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('the hub breaks while its rule waits, starts again, and closes at the next report', async ({ page, demo }) => {
      await page.goto(`${demo}${loft}/rehearse?leak=kitchen-sink-hose&mode=home`)
      const lost = page.getByTestId('escape')
      await expect(lost).toContainText('28.2 L')
      await page.getByRole('button', { name: '+ What happens meanwhile' }).click()
      await page.getByRole('button', { name: '+ something breaks' }).click()
      const breaks = page.getByRole('group', { name: 'Something breaks' })
      await breaks.getByRole('button', { name: /Which/ }).click()
      await page.getByRole('option', { name: 'The hub', exact: true }).click()
      await breaks.getByRole('textbox', { name: 'After' }).fill('30 s')
      await page.keyboard.press('Enter')
      await expect(page).toHaveURL(/meanwhile=breaks:hubFailed@30/)
      await expect(lost).toContainText('no end')
      await expect(page.getByRole('listitem').filter({ hasText: 'Breaks' }).filter({ hasText: 'The hub' })).toContainText('30 s')
      await expect(page.getByText(/hears of what is wet when the sensor reports next/)).toBeVisible()

      await page.getByRole('button', { name: '+ something works again' }).click()
      const again = page.getByRole('group', { name: 'Something works again' })
      await again.getByRole('textbox', { name: 'After' }).fill('200 s')
      await page.keyboard.press('Enter')
      await expect(page).toHaveURL(/meanwhile=breaks:hubFailed@30,worksAgain:hubFailed@200/)
      await expect(lost).toContainText('109 L')
      // Nothing of the strip stands out beside it, though a sensor reports after an hour.
      const strip = page.getByRole('group', { name: /^Time against litres/ })
      expect(await strip.evaluate((s) => s.scrollWidth - s.clientWidth)).toBeLessThanOrEqual(0)
      expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
      await page.getByRole('button', { name: 'Take out: Something breaks' }).click()
      await expect(page.getByRole('group', { name: 'Something breaks' })).toHaveCount(0)
    })

    test('a sensor is tagged, and a rule is for all that are tagged so', async ({ page, demo }) => {
      await page.goto(`${demo}${loft}/sensors`)
      await page.getByText('Flat', { exact: true }).first().click()
      await page.getByRole('button', { name: /^Sensor Kitchen, under the sink/ }).click()
      const tags = page.getByRole('textbox', { name: 'Tags' })
      await tags.fill('hoses, kitchen')
      await tags.press('Enter')
      await expect(tags).toHaveValue('hoses, kitchen')

      await page.locator(`a[href="${loft}/rules"]`).filter({ visible: true }).first().click()
      await page.getByRole('button', { name: 'Add a rule' }).click()
      const card = page.getByRole('listitem').filter({ hasText: 'Waits for' }).last()
      await card.getByRole('checkbox', { name: 'hoses' }).check()
      await expect(card.getByText(/If any sensor tagged hoses stays wet/)).toBeVisible()
      await card.getByRole('button', { name: 'As text' }).click()
      const tagged = page.getByRole('listitem').filter({ hasText: 'If any sensor tagged hoses' })
      const text = tagged.getByRole('textbox')
      await expect(text).toHaveText(/when any sensor tagged "hoses" is wet/, { useInnerText: true })
      await text.fill((await text.innerText()).replace('tagged "hoses"', 'tagged "attic"'))
      await text.blur()
      await expect(page.getByText(/listens to sensors tagged "attic", and none is/).first()).toBeVisible()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(page.getByText(/listens to sensors tagged "attic"/)).toHaveCount(0)
    })
  })
}
