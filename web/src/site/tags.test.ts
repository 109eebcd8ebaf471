import { describe, expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { readTags, tagsOf } from './tags'

describe('tags', () => {
  it.each<[string, string[] | null]>([
    ['upstairs, hoses', ['upstairs', 'hoses']],
    [' under the sink ,, upstairs,upstairs ', ['under the sink', 'upstairs']],
    [' , ', null],
    ['', null],
  ])('%j', (text, tags) => expect(readTags(text)).toEqual(tags))

  it('of a plan are those of its sensors, each once', () => {
    const sensors = [{ tags: ['b', 'a'] }, { tags: null }, {}, { tags: ['a', 'c'] }]
    expect(tagsOf({ installation: { sensors } } as unknown as Plan)).toEqual(['b', 'a', 'c'])
  })
})
