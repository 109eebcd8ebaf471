import { describe, expect, it } from 'vitest'
import { freshId } from './names'

describe('ids', () => {
  it.each([
    ['Basin hose', 'basin-hose'],
    ['Évier — cuisine', 'evier-cuisine'],
    ['!!!', 'thing'],
    ['x'.repeat(60), 'x'.repeat(32)],
  ])('%s becomes %s and five letters by lot', (name, stem) =>
    expect(freshId(name, [])).toMatch(new RegExp(`^${stem}-[a-hj-km-np-z2-9]{5}$`)),
  )

  it('is another each time, though the thing that had it is gone', () => {
    const given = new Set(Array.from({ length: 2000 }, () => freshId('hose', [])))
    expect(given.size).toBeGreaterThan(1995)
  })

  it('is never one that is taken', () => {
    const taken = [{ id: 'hose-aaaaa' }]
    for (let i = 0; i < 100; i++) taken.push({ id: freshId('hose', taken) })
    expect(new Set(taken.map((t) => t.id)).size).toBe(taken.length)
  })
})
