import { expect, remember, test } from '../server.js'

for (const width of [1280, 390]) {
  test.describe(`at ${width} px`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: width === 390 })
    test.beforeEach(({ page }) => remember(page, { author: 'Maren Oddy' }))

    test('rules are proved in every order of events, and what is refuted is told as a story and mended', async ({ page, demo }) => {
      await page.goto(`${demo}/sites/hollin-bank/rules`)
      const proved = page.getByTestId('proved')
      await expect(proved).toHaveText('5 of 6')
      const refuted = page.getByTestId('unproved')
      await expect(refuted).toHaveCount(1)
      await expect(refuted).toContainText('Dry every sensor before the valve is opened, or give each room a rule of its own.')
      await refuted.getByText('The shortest way there').click()
      const story = refuted.getByRole('listitem')
      await expect(story).toHaveCount(7)
      await expect(story.nth(4)).toContainText('Somebody opens Pump house by hand')
      await expect(story.last()).toContainText(/is still wet, and nothing closes$/)

      // Without a rule for the night the leak runs then.
      const card = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /If any of 2 sensors/ }) })
      await card.getByRole('button', { name: /If any of 2 sensors/ }).click()
      const verdict = card.getByRole('button', { name: /Check:/ })
      await expect(verdict).toHaveText('Check: 1 of 4 claims not proved')
      const asleepTick = card.getByRole('checkbox', { name: 'Asleep' })
      await asleepTick.scrollIntoViewIfNeeded()
      const before = (await asleepTick.boundingBox())!.y
      await asleepTick.uncheck()
      await expect(refuted.filter({ hasText: 'Let a rule close for it when asleep.' })).toHaveCount(1)
      // What the check has to say, of some 150 px, moves nothing that is under the hand: the rule's own sentence is a line longer. And it is a press away.
      expect(Math.abs((await asleepTick.boundingBox())!.y - before)).toBeLessThan(30)
      await expect(verdict).toHaveText('Check: 3 of 4 claims not proved')
      await verdict.click()
      await expect(refuted.first()).toBeInViewport()

      // Its story is rehearsed, and the way back is the browser's own.
      const asleep = refuted.filter({ hasText: 'Let a rule close for it when asleep.' })
      await asleep.getByText('The shortest way there').click()
      await asleep.getByRole('link', { name: 'Rehearse it' }).click()
      await expect(page).toHaveURL(/rehearse\?leak=.*mode=asleep/)
      await expect(page.getByTestId('escape')).toContainText('no end')
      await page.goBack()
      await card.getByRole('button', { name: /If any of 2 sensors/ }).click()
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(proved).toHaveText('5 of 6')

      // A rule for each room: nothing hides behind what is still wet.
      await card.getByRole('checkbox', { name: 'Dairy, along the wall' }).uncheck()
      await page.getByRole('button', { name: 'Add a rule' }).click()
      const added = page.getByRole('listitem').filter({ hasText: 'If any sensor stays wet' }).last()
      await added.getByRole('checkbox', { name: 'Kitchen, under the sink' }).uncheck()
      await expect(proved).toHaveText('10 of 10')
      await expect(refuted).toHaveCount(0)
      await page.getByText('10 that hold, whatever happens').click()
      await expect(page.getByText('Dairy, along the wall wet: Pump house closes within', { exact: false }).first()).toBeVisible()
    })
  })
}
