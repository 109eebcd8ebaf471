import { expect, it, vi } from 'vitest'
import { ref } from 'vue'

vi.stubGlobal('window', { location: { origin: 'http://localhost' } })
const { Refusal } = await import('@/api/client')
const { useChosen } = await import('./useChosen')

it('shows a choice while it is assessed, and the newest of several', async () => {
  const plan = ref('old')
  const waiting: (() => void)[] = []
  const { shown, choose } = useChosen(
    () => plan.value,
    (value: string) => new Promise<void>((done) => waiting.push(() => ((plan.value = value), done()))),
  )
  const first = choose('new')
  expect(shown.value).toBe('new')
  const second = choose('old')
  expect(shown.value).toBe('old')
  waiting[0]!()
  await first
  expect(shown.value).toBe('old')
  waiting[1]!()
  await second
  expect(plan.value).toBe('old')
})

it('goes back to what the plan says when it is refused, and says why', async () => {
  const { shown, error, choose } = useChosen(
    () => 'kept',
    () => Promise.reject(new Refusal(422, { detail: 'No such drive.' })),
  )
  await choose('wrong')
  expect(shown.value).toBe('kept')
  expect(error.value).toContain('No such drive.')
})
