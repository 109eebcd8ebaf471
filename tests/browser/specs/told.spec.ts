import { expect, remember, test } from '../server.js'

const site = '/sites/hollin-bank'

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('who is told is named, and a rehearsal says what has run out until they act', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rules`)
      const farmer = page.getByRole('group', { name: 'Farmer', exact: true })
      await farmer.getByRole('checkbox', { name: 'Call' }).uncheck()
      await expect(page.getByText('"Farmer" hears nothing in any mode.').first()).toBeVisible()
      await page.getByRole('button', { name: 'Add somebody' }).click()
      const added = page.getByRole('group', { name: 'Contact 2' })
      await added.getByRole('textbox', { name: 'Name' }).fill('Whoever is in')
      await page.keyboard.press('Enter')
      const there = page.getByRole('group', { name: 'Whoever is in' })
      for (const way of ['Message', 'Call']) await there.getByRole('checkbox', { name: way }).uncheck()
      await there.getByRole('checkbox', { name: 'Siren' }).check()
      await there.getByRole('textbox', { name: 'Acts after' }).fill('2 min')
      await page.keyboard.press('Enter')
      await expect(page.getByText(/tells nobody who hears it when away or holiday/).first()).toBeVisible()

      // Taken once the field lets go of it.
      await expect(there.getByRole('textbox', { name: 'Acts after' })).toHaveAttribute('data-untaken', 'false')
      await page.locator(`a[href="${site}/rehearse"]`).filter({ visible: true }).first().click()
      await page
        .getByRole('radio', { name: 'Home' })
        .or(page.getByRole('button', { name: 'Home', exact: true }))
        .first()
        .click()
      const told = page.getByTestId('told')
      await expect(told.getByRole('listitem').filter({ hasText: 'Farmer' })).toContainText('does not hear it')
      await expect(told.getByRole('listitem').filter({ hasText: 'Whoever is in' })).toContainText(/has shut it off after 2 min/)
      await page
        .getByRole('button', { name: 'Away', exact: true })
        .or(page.getByRole('radio', { name: 'Away' }))
        .first()
        .click()
      await expect(told.getByRole('listitem').filter({ hasText: 'Whoever is in' })).toContainText('does not hear it')

      await page.goto(`${demo}${site}/rules`)
      await page.getByRole('button', { name: 'Take Whoever is in out' }).click()
      await expect(there).toHaveCount(0)
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(there.getByRole('checkbox', { name: 'Siren' })).toBeChecked()
    })

    test('somebody who can be reached by day alone leaves a leak at night to nobody', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rules`)
      const farmer = page.getByRole('group', { name: 'Farmer', exact: true })
      await farmer.getByRole('switch', { name: 'Only at some hours' }).click()
      await expect(farmer.getByLabel('From', { exact: true })).toHaveValue('07:00')
      await farmer.getByLabel('Until', { exact: true }).fill('21:30')
      await page.keyboard.press('Enter')
      await expect(page.getByText(/tells nobody who hears it from 21:30 to 7:00 in every mode/).first()).toBeVisible()
      // What is found leads to its rule, unfolded, and the stage that is shown is in sight.
      const found = page.getByRole('listitem').filter({ hasText: /"Close at once" tells nobody who hears it from 21:30/ })
      const itsName = page.getByRole('textbox', { name: 'Name' }).and(page.locator('[data-pointer="/installation/rules/0/name"]'))
      await found.getByRole('link', { name: 'Go there' }).first().click()
      await expect(itsName).toBeInViewport()
      // Pressed again, after one has looked elsewhere and folded the rule: it leads there again.
      await page.getByRole('button', { name: /^Close at once/, expanded: true }).click()
      await expect(itsName).toHaveCount(0)
      await found.getByRole('link', { name: 'Go there' }).first().click()
      await expect(itsName).toBeInViewport()
      await expect(page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: /Rules/ })).toBeInViewport({ ratio: 0.99 })
      await page.goto(`${demo}${site}/rehearse?leak=dairy-pipe&mode=home`)
      const told = page.getByTestId('told').getByRole('listitem').filter({ hasText: 'Farmer' })
      await expect(told).toContainText('does not hear it')
      await expect(page.getByText(/It begins at 21:\d\d, the worst time of day for it/)).toBeVisible()
      await page.goto(`${demo}${site}/rehearse?leak=dairy-pipe&mode=home&meanwhile=timeIs:720@0`)
      await expect(told).not.toContainText('does not hear it')
    })

    test('a rule that waits for two sensors says so in both views, and a leak that wets one closes nothing', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rules`)
      const card = page
        .getByRole('listitem')
        .filter({ has: page.getByRole('button', { name: /^[+−]? ?.*If / }) })
        .first()
      await card.getByRole('button', { name: /If / }).click()
      await expect(card.getByText(/Those who are told read:/)).toContainText('Keep out of water that may touch electricity.')
      await card.getByRole('textbox', { name: 'So many wet at once' }).fill('2')
      await page.keyboard.press('Enter')
      await expect(card.getByRole('button', { name: /If any 2/ })).toBeVisible()
      await card.getByRole('button', { name: 'As text' }).click()
      const text = card.getByRole('textbox', { name: 'The rule as text' })
      await expect(text).toContainText('any 2 ')
      await text.fill((await text.innerText()).replace('then tell', 'then tell nobody'))
      await text.blur()
      await expect(page.getByText(/tells nobody who hears it in every mode/).first()).toBeVisible()
      await text.fill((await text.innerText()).replace('any 2 ', 'any 0 '))
      await text.blur()
      await expect(card.getByRole('alert')).toContainText('a whole number from 1 to 500')
      await expect(text).toContainText('any 0 ')
      await card.getByRole('button', { name: 'By fields' }).click()
      await card.getByRole('textbox', { name: 'So many wet at once' }).fill('7')
      await page.keyboard.press('Enter')
      await expect(page.getByText(/waits for 7 wet sensors and listens to 2: it can never fire/).first()).toBeVisible()
      await page.goto(`${demo}${site}/rehearse?leak=dairy-pipe&mode=home`)
      await expect(page.getByTestId('escape')).toContainText('no end')
    })
  })
}
