import { describe, expect, it } from 'vitest'
import { back, emptyHistory, forth, remember } from './history'

describe('history', () => {
  it('goes back and forth', () => {
    let history = remember(emptyHistory<number>(), 1, 'a', 0)
    history = remember(history, 2, 'b', 10)
    const once = back(history, 3)
    expect(once?.state).toBe(2)
    const twice = back(once!.history, once!.state)
    expect(twice?.state).toBe(1)
    expect(back(twice!.history, twice!.state)).toBeNull()
    const again = forth(twice!.history, twice!.state)
    expect(again?.state).toBe(2)
    expect(forth(again!.history, again!.state)?.state).toBe(3)
  })

  it('takes quick edits of one label as one step', () => {
    let history = remember(emptyHistory<number>(), 1, 'delay', 0)
    history = remember(history, 2, 'delay', 500)
    history = remember(history, 3, 'delay', 1000)
    history = remember(history, 4, 'delay', 5000)
    expect(history.past.map((s) => s.state)).toEqual([1, 4])
  })

  it('forgets what was undone once something new is done', () => {
    const undone = back(remember(emptyHistory<number>(), 1, 'a', 0), 2)!
    expect(remember(undone.history, 1, 'b', 9).future).toEqual([])
  })
})
