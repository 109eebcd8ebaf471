import { describe, expect, it } from 'vitest'
import type { Plan, Room } from '@/api/types'
import { feedOf, proposePipe } from './pipes'

const room = (id: string, floorHeightM: number | null, leaks: object[] = [], storeyId?: string) =>
  ({ id, name: id, floorHeightM, leaks, storeyId }) as unknown as Room
const plan = (pipes: object[], rooms: Room[] = []) => ({ building: { pipes, rooms } }) as unknown as Plan

const cold = { id: 'cold', endHeightM: 0, water: 'cold' }
const hot = { id: 'hot', endHeightM: 0, water: 'hot' }
const bath = { id: 'bath', endHeightM: 5.2, water: 'cold', parentId: 'cold' }

describe('the pipe of a new leak point', () => {
  it('carries its water', () => {
    const kitchen = room('kitchen', 0)
    expect(proposePipe(plan([cold, hot]), kitchen, 'hot')?.id).toBe('hot')
    expect(proposePipe(plan([hot, cold]), kitchen, 'cold')?.id).toBe('cold')
  })

  it('ends on its storey, not on the last one that was drawn', () => {
    expect(proposePipe(plan([{ ...cold, id: 'ground' }, bath]), room('kitchen', 0), 'cold')?.id).toBe(
      'ground',
    )
    expect(proposePipe(plan([{ ...cold, id: 'ground' }, bath]), room('bath', 5), 'cold')?.id).toBe('bath')
  })

  it('is the one that its neighbours hang on, if somebody said so', () => {
    const leak = { side: 'cold', pipeId: 'bath' }
    const here = room('utility', 0, [leak], 'ground')
    expect(proposePipe(plan([cold, bath], [here]), here, 'cold')?.id).toBe('bath')
    const beside = room('hall', 0, [], 'ground')
    expect(proposePipe(plan([cold, bath], [here, beside]), beside, 'cold')?.id).toBe('bath')
    const proposed = room('utility', 0, [{ ...leak, pipeIsProposed: true }], 'ground')
    expect(proposePipe(plan([{ ...cold, id: 'ground' }, bath], [proposed]), proposed, 'cold')?.id).toBe(
      'ground',
    )
  })

  it('is asked for where there are several, and is none where there is none', () => {
    expect(feedOf(plan([cold, bath]), room('kitchen', 0), 'cold').pipeIsProposed).toBe(true)
    expect(feedOf(plan([cold]), room('kitchen', 0), 'cold')).toEqual({
      pipeId: 'cold',
      pipeIsProposed: false,
    })
    expect(feedOf(plan([]), room('kitchen', 0), 'cold')).toEqual({ pipeId: null, pipeIsProposed: false })
  })
})
