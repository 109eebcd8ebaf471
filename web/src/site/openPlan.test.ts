import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Assessment, Plan, SavedPlan } from '@/api/types'

const server = vi.hoisted(() => ({
  readPlan: vi.fn(),
  assess: vi.fn(),
  savePlan: vi.fn(),
  upgradePlan: vi.fn(),
}))

vi.mock('@/api/client', async () => {
  const { Refusal: Real } = await import('@/api/refusal')
  class Refusal extends Real {
    override message = 'refused'
  }
  return { api: server, Refusal, addressOf: () => undefined }
})

const { Refusal } = await import('@/api/client')
const { keptDatabase } = await import('./kept/database')
const { asideOf } = await import('./kept/aside')
const { waitingOf } = await import('./kept/waiting')
const { useOpenPlan } = await import('./openPlan')
const { sendOthers } = await import('./sending')

const plan = (notes: string) => ({ version: 1, site: { name: 'Quern House', notes } }) as Plan
const saved = (number: number, notes: string): SavedPlan => ({
  siteId: 'quern-house',
  number,
  author: 'Maren Oddy',
  savedAt: '2026-11-25T09:00:00+00:00',
  sha256: '',
  plan: plan(notes),
})
const write = (text: string) => (draft: Plan) => void (draft.site.notes = text)

/** What an earlier version of the app kept. */
const earlier = new Map<string, string>()
vi.stubGlobal('sessionStorage', { getItem: () => 'this-tab', setItem: () => undefined })
let held: string[] = []
vi.stubGlobal('navigator', {
  locks: {
    query: () => Promise.resolve({ held: held.map((name) => ({ name })) }),
    request: (_: string, work: () => Promise<unknown>) => work(),
  },
})
/** As the browser has it: its keys are properties. */
const store = new Proxy(
  { getItem: (key: string) => earlier.get(key) ?? null, removeItem: (key: string) => earlier.delete(key) },
  {
    ownKeys: () => [...earlier.keys()],
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  },
)
vi.stubGlobal('localStorage', store)

async function opened() {
  const open = useOpenPlan()
  await open.open('quern-house')
  return open
}

const draftOf = async (tab: string) => (await keptDatabase()).get('drafts', ['quern-house', tab])
const leave = async (text: string, tab = 'this-tab', version = 1) =>
  (await keptDatabase()).put('drafts', { basedOn: 1, plan: { ...plan(text), version } }, ['quern-house', tab])

beforeEach(async () => {
  setActivePinia(createPinia())
  earlier.clear()
  held = []
  const database = await keptDatabase()
  for (const store of database.objectStoreNames) await database.clear(store)
  vi.restoreAllMocks()
  vi.clearAllMocks()
  server.readPlan.mockResolvedValue(saved(1, 'as saved'))
  server.assess.mockImplementation((of: Plan) =>
    Promise.resolve({ of: of.site.notes } as unknown as Assessment),
  )
})

describe('the open plan', () => {
  it('takes an edit with its assessment, keeps it as a draft, and undoes and redoes it', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.assessment).toEqual({ of: 'mine' })
    expect(open.isChanged).toBe(true)
    expect((await draftOf('this-tab'))?.plan.site.notes).toBe('mine')
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.isChanged).toBe(false)
    expect(await draftOf('this-tab')).toBeUndefined()
    await open.redo()
    expect(open.plan?.site.notes).toBe('mine')
  })

  it('changes nothing where the server refuses, and goes on working', async () => {
    const open = await opened()
    server.assess.mockRejectedValueOnce(new Refusal(422, { errors: [] }))
    await expect(open.edit('notes', write('wrong'))).rejects.toThrow('refused')
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.canUndo).toBe(false)
    await open.edit('notes', write('right'))
    expect(open.plan?.site.notes).toBe('right')
  })

  it('knows of edits that are not taken yet, refused ones not among them', async () => {
    const open = await opened()
    const edits = [open.edit('notes', write('one')), open.edit('notes', write('two'))]
    expect(open.isTaking()).toBe(true)
    await edits[0]
    expect(open.isTaking()).toBe(true)
    await edits[1]
    expect(open.isTaking()).toBe(false)
    server.assess.mockRejectedValueOnce(new Refusal(422, { errors: [] }))
    await open.edit('notes', write('wrong')).catch(() => undefined)
    expect(open.isTaking()).toBe(false)
  })

  it('takes edits one after the other, each from the one before', async () => {
    const open = await opened()
    await Promise.all([
      open.edit('a', (draft) => void (draft.site.notes += ', a')),
      open.edit('b', (draft) => void (draft.site.notes += ', b')),
    ])
    expect(open.plan?.site.notes).toBe('as saved, a, b')
  })

  it('does not count an edit that changes nothing', async () => {
    const open = await opened()
    await open.edit('notes', write('as saved'))
    expect(open.canUndo).toBe(false)
    expect(open.isChanged).toBe(false)
  })

  it('tries places out from where a thing was taken, and keeps the last as one step', async () => {
    const open = await opened()
    const add = (text: string) => (draft: Plan) => void (draft.site.notes += text)
    await open.tryOut(add(', here'))
    await open.tryOut(add(', there'))
    expect(open.plan?.site.notes).toBe('as saved, there')
    expect(open.assessment).toEqual({ of: 'as saved, there' })
    expect(open.canUndo).toBe(false)
    expect(await draftOf('this-tab')).toBeUndefined()
    await open.keepTried()
    expect(open.canUndo).toBe(true)
    expect((await draftOf('this-tab'))?.plan.site.notes).toContain('there')
    // Quick drags one after the other are a step each.
    await open.tryOut(add(', on'))
    await open.keepTried()
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved, there')
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.canUndo).toBe(false)
  })

  it('drops what was tried out, also after a refusal, and an edit meanwhile comes after it', async () => {
    const open = await opened()
    await open.tryOut(write('somewhere'))
    server.assess.mockRejectedValueOnce(new Refusal(422, { errors: [] }))
    await expect(open.tryOut(write('in a wall'))).rejects.toThrow('refused')
    expect(open.plan?.site.notes).toBe('somewhere')
    await open.dropTried()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(open.assessment).toEqual({ of: 'as saved' })
    expect(open.canUndo).toBe(false)

    await open.tryOut(write('somewhere'))
    await open.edit('notes', (draft) => void (draft.site.notes += ', typed'))
    expect(open.plan?.site.notes).toBe('somewhere, typed')
    await open.undo()
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')
  })

  it('has the server upgrade a draft of an older version, and goes on with that', async () => {
    await leave('older', 'this-tab', 0)
    server.readPlan.mockResolvedValue(saved(1, 'first'))
    server.upgradePlan.mockResolvedValue(plan('upgraded'))
    const open = useOpenPlan()
    await open.open('quern-house')
    expect(server.upgradePlan).toHaveBeenCalledWith(expect.objectContaining({ version: 0 }))
    expect(open.plan!.site.notes).toBe('upgraded')
    expect(open.restored).toBe(true)
    // From the next edit on undo brings that back, and not the saved state.
    await open.edit('notes', write('more'))
    expect(open.restored).toBe(false)
  })

  it('saves after the revision it was made from, and drops the draft', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    server.savePlan.mockResolvedValue(saved(2, 'mine'))
    await open.save('Tove Brill')
    expect(server.savePlan).toHaveBeenCalledWith('quern-house', expect.anything(), 1, 'Tove Brill')
    expect(open.isChanged).toBe(false)
    expect(open.saved?.number).toBe(2)
    expect(await draftOf('this-tab')).toBeUndefined()
  })

  it('keeps everything when the save is stale, asks again rather than save over, and can save on top', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    server.savePlan.mockRejectedValueOnce(new Refusal(412, {}))
    server.readPlan.mockResolvedValue(saved(5, 'theirs'))
    await open.save('Maren Oddy')
    expect(open.conflict).toMatchObject({ basedOn: 1, newest: { number: 5 } })
    expect([open.plan?.site.notes, open.isChanged, open.isChoosing]).toEqual(['mine', true, true])
    expect((await draftOf('this-tab'))?.basedOn).toBe(1)
    open.isChoosing = false
    await open.edit('notes', write('mine, on'))
    await open.save('Maren Oddy')
    expect(server.savePlan).toHaveBeenCalledTimes(1)
    expect(open.isChoosing).toBe(true)
    expect((await draftOf('this-tab'))?.basedOn).toBe(1)
    server.savePlan.mockResolvedValue(saved(6, 'mine, on'))
    await open.save('Maren Oddy', 5)
    expect(server.savePlan).toHaveBeenLastCalledWith('quern-house', expect.anything(), 5, 'Maren Oddy')
    expect([open.conflict, open.isChanged]).toEqual([null, false])
  })

  it('takes theirs with mine one undo away, and put aside for after a reload', async () => {
    const open = await opened()
    await open.edit('notes', write('mine'))
    server.readPlan.mockResolvedValue(saved(2, 'theirs'))
    await open.takeTheirs()
    expect(open.plan?.site.notes).toBe('theirs')
    expect(open.isChanged).toBe(false)
    expect((await asideOf('quern-house')).map((one) => one.plan.site.notes)).toEqual(['mine'])
    await open.undo()
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.isChanged).toBe(true)
  })

  it('brings unsaved work back, and says when it is older than what was saved since', async () => {
    await leave('before the reload')
    const open = await opened()
    expect(open.restored).toBe(true)
    expect(open.plan?.site.notes).toBe('before the reload')
    expect(open.conflict).toBeNull()
    await open.undo()
    expect(open.plan?.site.notes).toBe('as saved')

    await leave('older')
    server.readPlan.mockResolvedValue(saved(3, 'newer'))
    await open.open('quern-house')
    expect(open.plan?.site.notes).toBe('older')
    expect(open.conflict?.newest).toMatchObject({ number: 3 })
  })

  it('takes up what a closed tab left, and leaves alone what an open one has', async () => {
    await leave('of the other tab', 'other-tab')
    held = ['terrapin.draft.other-tab']
    expect((await opened()).plan?.site.notes).toBe('as saved')
    held = []
    const open = await opened()
    expect(open.plan?.site.notes).toBe('of the other tab')
    expect(await draftOf('other-tab')).toBeUndefined()
    expect((await draftOf('this-tab'))?.plan.site.notes).toBe('of the other tab')
  })

  it('takes up what an earlier version of the app kept elsewhere', async () => {
    earlier.set('terrapin.draft.quern-house', JSON.stringify({ basedOn: 1, plan: plan('from before') }))
    expect((await opened()).plan?.site.notes).toBe('from before')
    expect(earlier.size).toBe(0)
    expect((await draftOf('this-tab'))?.plan.site.notes).toBe('from before')
  })

  it('says so where the device has no room for unsaved work, and saves all the same', async () => {
    const open = await opened()
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    const putting = vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(full)
    const adding = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(full)
    await open.edit('notes', write('mine'))
    expect(open.plan?.site.notes).toBe('mine')
    expect(open.isKept).toBe(false)
    server.savePlan.mockResolvedValueOnce(saved(2, 'mine'))
    await open.save('Tove Brill')
    expect([open.isChanged, open.saved?.number]).toEqual([false, 2])
    putting.mockRestore()
    adding.mockRestore()
    await open.edit('notes', write('mine, too'))
    expect(open.isKept).toBe(true)
  })

  it('asks nothing again for a plan that was assessed before', async () => {
    const open = await opened()
    await open.edit('notes', write('one'))
    await open.edit('more notes', write('two'))
    const asked = server.assess.mock.calls.length
    await open.undo()
    await open.undo()
    await open.redo()
    expect(open.plan!.site.notes).toBe('one')
    expect(server.assess).toHaveBeenCalledTimes(asked)
  })

  it('shows nothing of the site before while another is being opened', async () => {
    const open = await opened()
    let answer: (read: SavedPlan) => void = () => undefined
    server.readPlan.mockImplementationOnce(() => new Promise((done) => (answer = done)))
    const opening = open.open('hollin-bank')
    await vi.waitFor(() => expect(server.readPlan).toHaveBeenCalledTimes(2), 60_000)
    expect([open.plan, open.saved, open.assessment, open.savedAssessment]).toEqual([null, null, null, null])
    answer({ ...saved(4, 'of Hollin Bank'), siteId: 'hollin-bank' })
    await opening
    expect([open.siteId, open.saved?.number]).toEqual(['hollin-bank', 4])
  })

  it('breaks off what is being tried out when it is dropped', async () => {
    const open = await opened()
    let signal: AbortSignal | undefined
    server.assess.mockImplementationOnce((_: Plan, given: AbortSignal) => {
      signal = given
      return new Promise(() => undefined)
    })
    const trying = open.tryOut(write('tried'))
    await vi.waitFor(() => expect(signal).toBeDefined(), 60_000)
    await open.dropTried()
    await trying
    expect(signal!.aborted).toBe(true)
    expect(open.isChanged).toBe(false)
  })

  it('keeps a draft that the server was at fault with', async () => {
    await leave('mine')
    server.assess.mockImplementation((of: Plan) =>
      of.site.notes === 'mine' ? Promise.reject(new Refusal(500, {})) : Promise.resolve({} as Assessment),
    )
    await expect(opened()).rejects.toThrow('refused')
    expect(await draftOf('this-tab')).toBeDefined()
  })

  it.each([1, 0])('puts a draft aside that is no plan any more (of version %i)', async (version) => {
    await leave('odd', 'this-tab', version)
    server.upgradePlan.mockRejectedValue(new Refusal(422, {}))
    server.assess.mockImplementation((of: Plan) =>
      of.site.notes === 'odd' ? Promise.reject(new Refusal(422, {})) : Promise.resolve({} as Assessment),
    )
    const open = await opened()
    expect(open.plan?.site.notes).toBe('as saved')
    expect(await draftOf('this-tab')).toBeUndefined()
    expect((await asideOf('quern-house')).map((one) => one.plan.site.notes)).toEqual(['odd'])
    expect(open.refused?.status).toBe(422)
  })
})

describe('without a signal', () => {
  const silent = () => Promise.reject(new Refusal(0, {}))
  const noSignal = () => [server.readPlan, server.savePlan].forEach((ask) => ask.mockImplementation(silent))

  it('opens a site as it was last seen here, and refuses one that never was', async () => {
    await opened()
    noSignal()
    expect((await opened()).plan?.site.notes).toBe('as saved')
    await expect(useOpenPlan().open('hollin-bank')).rejects.toMatchObject({
      problem: { detail: expect.stringContaining('Open it once') },
    })
  })

  it('keeps each save, goes on from the last after a reload, and sends them in order', async () => {
    const open = await opened()
    noSignal()
    for (const text of ['one', 'two']) {
      await open.edit(text, write(text))
      await open.save('Maren Oddy')
    }
    expect([open.isChanged, open.waiting, open.saved?.number]).toEqual([false, 2, 1])
    await open.edit('three', write('three'))
    setActivePinia(createPinia())
    const again = await opened()
    expect([again.plan?.site.notes, again.waiting, again.isChanged, again.conflict]).toEqual([
      'three',
      2,
      true,
      null,
    ])
    await again.undo()
    expect(again.plan?.site.notes).toBe('two')
    await again.redo()

    let newest = 1
    server.savePlan.mockImplementation((_: string, sent: Plan, basedOn: number) => {
      expect(basedOn).toBe(newest)
      return Promise.resolve(saved(++newest, sent.site.notes))
    })
    server.savePlan.mockClear()
    await again.sendKept()
    expect(server.savePlan.mock.calls.map(([, sent]) => (sent as Plan).site.notes)).toEqual(['one', 'two'])
    expect([again.waiting, again.saved?.number, again.plan?.site.notes, again.isChanged]).toEqual([
      0,
      3,
      'three',
      true,
    ])
    expect(await draftOf('this-tab')).toMatchObject({ basedOn: 3 })
  })

  it('meets what somebody else saved meanwhile, and loses neither', async () => {
    const open = await opened()
    noSignal()
    await open.edit('one', write('mine'))
    await open.save('Maren Oddy')
    server.savePlan.mockRejectedValue(new Refusal(412, {}))
    server.readPlan.mockResolvedValue(saved(4, 'theirs'))
    await open.sendKept()
    expect(open.conflict).toMatchObject({ basedOn: 1, newest: { number: 4 } })
    expect([open.plan?.site.notes, open.isChanged, open.waiting]).toEqual(['mine', true, 0])
    setActivePinia(createPinia())
    const again = await opened()
    expect([again.plan?.site.notes, again.conflict?.newest.plan.site.notes]).toEqual(['mine', 'theirs'])
  })

  it('loses nothing that was done on top of a save which is not taken', async () => {
    const open = await opened()
    noSignal()
    await open.edit('one', write('one'))
    await open.save('Maren Oddy')
    await open.edit('two', write('two'))
    server.savePlan.mockRejectedValue(new Refusal(412, {}))
    server.readPlan.mockResolvedValue(saved(4, 'theirs'))
    setActivePinia(createPinia())
    const again = await opened()
    expect([again.plan?.site.notes, again.conflict?.basedOn, again.waiting]).toEqual(['two', 1, 0])
    expect(await draftOf('this-tab')).toMatchObject({ basedOn: 1, isOnWaiting: false })
  })

  it('knows its own save again where only the answer was lost', async () => {
    const open = await opened()
    await open.edit('one', write('mine'))
    server.savePlan.mockImplementationOnce(silent)
    await open.save('Maren Oddy')
    server.savePlan.mockRejectedValue(new Refusal(412, {}))
    server.readPlan.mockResolvedValue(saved(2, 'mine'))
    await open.sendKept()
    expect([open.conflict, open.saved?.number, open.waiting]).toEqual([null, 2, 0])
  })

  it('keeps what the server refuses in the end, with what is wrong', async () => {
    const open = await opened()
    noSignal()
    await open.edit('one', write('mine'))
    await open.save('Maren Oddy')
    server.savePlan.mockRejectedValue(new Refusal(422, { detail: 'Too long.' }))
    server.readPlan.mockResolvedValue(saved(1, 'as saved'))
    await open.sendKept()
    expect([open.plan?.site.notes, open.isChanged, open.refused?.status]).toEqual(['mine', true, 422])
    server.savePlan.mockResolvedValue(saved(2, 'mine'))
    await open.save('Maren Oddy')
    expect([open.isChanged, open.refused]).toEqual([false, null])
  })

  it('goes on waiting while the server is at fault', async () => {
    const open = await opened()
    await open.edit('one', write('mine'))
    server.savePlan.mockRejectedValue(new Refusal(507, {}))
    await expect(open.save('Maren Oddy')).rejects.toThrow('refused')
    expect(await waitingOf('quern-house')).toHaveLength(1)
  })

  it('sends what waits of other sites, and leaves what is not taken to whoever opens them', async () => {
    const open = await opened()
    noSignal()
    await open.edit('one', write('mine'))
    await open.save('Maren Oddy')
    server.savePlan.mockRejectedValue(new Refusal(422, {}))
    await sendOthers('hollin-bank')
    expect(await draftOf('')).toMatchObject({ basedOn: 1, plan: { site: { notes: 'mine' } } })
    expect(await waitingOf('quern-house')).toHaveLength(0)
  })
})
