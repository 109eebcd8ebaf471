import { describe, expect, it } from 'vitest'
import { freshId } from './names'

describe('ids', () => {
  it.each([
    ['Basin hose', [], 'basin-hose'],
    ['Basin hose', ['basin-hose', 'basin-hose-2'], 'basin-hose-3'],
    ['Évier — cuisine', [], 'evier-cuisine'],
    ['!!!', [], 'thing'],
    ['x'.repeat(60), [], 'x'.repeat(32)],
  ])('%s becomes %s', (name, taken, id) => expect(freshId(name, taken)).toBe(id))
})
