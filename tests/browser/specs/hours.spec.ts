import { expect, remember, test } from '../server.js'

const site = '/sites/hollin-bank'
const loft = '/sites/net-loft-tidewrack-quay'

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('a rule holds by night, the gap by day is found, the worst time of day is rehearsed and another asked for', async ({ page, demo }) => {
      await page.goto(`${demo}${site}/rules`)
      const grid = page.getByRole('region', { name: 'Who closes what, when' })
      await grid.getByRole('button', { expanded: false }).first().click()
      const card = grid.getByRole('listitem').first()
      await card.getByRole('switch', { name: 'Only at some hours' }).click()
      await card.getByLabel('From', { exact: true }).fill('22:00')
      await page.keyboard.press('Enter')
      await card.getByLabel('Until', { exact: true }).fill('06:30')
      await page.keyboard.press('Enter')
      await expect(card.getByText(/, from 22:00 to 6:30: tell/)).toBeVisible()
      await expect(page.getByText(/From 6:30 to 22:00 in every mode no rule closes for Kitchen/).first()).toBeVisible()
      await expect(grid.getByText(/closes in 1[56] h/).first()).toBeVisible()
      await expect(grid.getByText(/beginning at 6:2\d, the worst time for it/)).toBeVisible()

      await card.getByRole('button', { name: 'As text' }).click()
      const text = grid.getByRole('textbox').first()
      await expect(text).toHaveText(/between 22:00 and 6:30/, { useInnerText: true })

      await page.locator(`a[href="${site}/rehearse"]`).filter({ visible: true }).first().click()
      await expect(page.getByText(/It begins at 6:2\d, the worst time of day for it/)).toBeVisible()
      await page.getByRole('button', { name: '+ What happens meanwhile' }).click()
      await page.getByRole('button', { name: '+ the time of day is' }).click()
      await expect(page.getByText('It begins at 22:00.')).toBeVisible()
      const step = page.getByRole('group', { name: 'The time of day is' })
      await step.getByRole('textbox', { name: 'Time of day' }).fill('21:00')
      await page.keyboard.press('Enter')
      await expect(page.getByText('It begins at 21:00.')).toBeVisible()
      await expect(page).toHaveURL(/meanwhile=timeIs:1260@0/)
      await expect(page.getByRole('listitem').filter({ hasText: 'Valve starts to turn' })).toContainText('1 h 00 min')
    })

    test('a rule of one room waits for the cold, by fields and as text, and what does not measure it is named', async ({ page, demo }) => {
      await page.goto(`${demo}${loft}/rules`)
      await page.getByRole('button', { name: 'Add a rule' }).click()
      const card = page.getByRole('listitem').filter({ hasText: 'Waits for' }).last()
      await card.getByRole('button', { name: 'Waits for' }).click()
      await page.getByRole('option', { name: /A sensor is cold/ }).click()
      await expect(page.getByText(/waits for the cold, and it is not said how cold/).first()).toBeVisible()
      await card.getByRole('textbox', { name: 'Colder than' }).fill('3')
      await page.keyboard.press('Enter')
      await expect(page.getByText(/it is not said how cold/)).toHaveCount(0)
      await expect(page.getByText(/waits for the cold, and one of its sensors does not measure it/).first()).toBeVisible()
      const rooms = card.getByRole('group', { name: /Only those of these rooms/ })
      await rooms.getByRole('checkbox', { name: 'Kiln room' }).check()
      await expect(card.getByText(/^If any sensor in Kiln room is colder than 3 °C/)).toBeVisible()
      await expect(page.getByText(/one of its sensors does not measure it/)).toHaveCount(0)
      // A sensor of another room joins by name, and is one of all but the rest again.
      await card.getByRole('checkbox', { name: 'Shop, behind the cooler' }).check()
      await expect(card.getByText(/^If any of 2 sensors is colder than 3 °C/)).toBeVisible()
      await card.getByRole('switch', { name: 'And any sensor that is added' }).click()
      await expect(card.getByText(/^If any sensor but .* is colder than 3 °C/)).toBeVisible()
      await expect(card.getByRole('checkbox', { name: 'Shop, behind the cooler' })).toBeChecked()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(card.getByText(/^If any of 2 sensors is colder than 3 °C/)).toBeVisible()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(card.getByText(/^If any sensor in Kiln room is colder than 3 °C/)).toBeVisible()

      await card.getByRole('button', { name: 'As text' }).click()
      const cold = page.getByRole('listitem').filter({ hasText: 'is colder than 3 °C' })
      const text = cold.getByRole('textbox')
      await expect(text).toHaveText(/when any sensor in ".*" is colder than 3 C for/, { useInnerText: true })
      await text.fill((await text.innerText()).replace('colder than 3 C', 'colder than minus 1 C'))
      await text.blur()
      await expect(page.getByText(/^If any sensor in .* is colder than -1 °C/)).toBeVisible()

      await page.locator(`a[href="${loft}/rehearse"]`).filter({ visible: true }).first().click()
      await page.getByRole('button', { name: '+ What happens meanwhile' }).click()
      await page.getByRole('button', { name: '+ it gets cold at' }).click()
      await expect(page.getByRole('group', { name: 'It gets cold at' }).getByRole('textbox', { name: 'How cold' })).toHaveValue('-2 °C')
      await expect(page).toHaveURL(/meanwhile=getsCold:[^/]+\/-2@/)
    })
  })
}
