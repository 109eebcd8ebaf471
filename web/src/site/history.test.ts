import { describe, expect, it } from 'vitest'
import { back, emptyHistory, forth, gestureLabel, remember } from './history'

describe('history', () => {
  it('goes back and forth', () => {
    let history = remember(emptyHistory<number>(), 1, 2, 'a', 0)
    history = remember(history, 2, 3, 'b', 10)
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
    let history = remember(emptyHistory<number>(), 1, 2, 'delay', 0)
    history = remember(history, 2, 3, 'delay', 500)
    history = remember(history, 3, 4, 'delay', 1000)
    history = remember(history, 4, 5, 'delay', 5000)
    expect(history.past.map((s) => s.state)).toEqual([1, 4])
  })

  it('takes what is added or removed as a step of its own, however quickly', () => {
    const states = [
      { sensors: [] },
      { sensors: [1] },
      { sensors: [1, 2] },
      { sensors: [3, 2] },
      { sensors: [4, 2] },
    ]
    let history = emptyHistory<{ sensors: number[] }>()
    for (const [i, after] of states.slice(1).entries()) {
      history = remember(history, states[i]!, after, 'sensor', 100 * i)
    }
    expect(history.past.map((s) => s.state)).toEqual([states[0], states[1], states[2]])
  })

  it('forgets what was undone once something new is done', () => {
    const undone = back(remember(emptyHistory<number>(), 1, 2, 'a', 0), 2)!
    expect(remember(undone.history, 1, 2, 'b', 9).future).toEqual([])
  })
})

it('edits that take long are one step where each is asked for as soon as the one before is done', () => {
  let history = emptyHistory<number>()
  history = remember(history, 0, 1, 'slider', 0, 5000)
  history = remember(history, 1, 2, 'slider', 5010, 9000)
  expect(history.past.map((s) => s.state)).toEqual([0])
  history = remember(history, 2, 3, 'slider', 11000, 11010)
  expect(history.past.map((s) => s.state)).toEqual([0, 2])
})

it('a drag is one step however long it pauses, and the next is another', () => {
  let history = emptyHistory<number>()
  history = remember(history, 0, 1, `axis ${gestureLabel(1)}`, 0)
  history = remember(history, 1, 2, `axis ${gestureLabel(1)}`, 9000)
  history = remember(history, 2, 3, `axis ${gestureLabel(2)}`, 9010)
  expect(history.past.map((s) => s.state)).toEqual([0, 2])
})
