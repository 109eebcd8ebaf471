import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal } from '@/api/client'
import type { Catalogue, CatalogueRevision, SavedCatalogue } from '@/api/types'
import { oneByOne } from '@/ui/inOrder'
import { changesOf, mergeInto } from './changes'

const KEPT = 'terrapin.catalogue'

/** Unsaved work on the catalogue, kept on this device until it is saved. */
interface Kept {
  basedOn: number
  catalogue: Catalogue
}

/**
 * The firm's catalogue as it is worked on. Each change is checked before it is taken; one that the server refuses changes nothing, and its
 * fault goes back to the field it came from. Saving makes it the firm's next revision.
 */
export const useFirmCatalogue = defineStore('firmCatalogue', () => {
  const saved = shallowRef<SavedCatalogue | null>(null)
  const catalogue = shallowRef<Catalogue | null>(null)
  const revisions = shallowRef<CatalogueRevision[]>([])
  /** Somebody else has saved since the revision that is worked on. */
  const isStale = ref(false)
  const basedOn = ref(0)
  const isChanged = computed(
    () => JSON.stringify(catalogue.value) !== JSON.stringify(saved.value?.catalogue ?? null),
  )
  const changes = computed(() =>
    saved.value && catalogue.value ? changesOf(saved.value.catalogue, catalogue.value) : [],
  )

  const inOrder = oneByOne()

  const open = () =>
    inOrder(async () => {
      ;[saved.value, revisions.value] = await Promise.all([
        api.firmCatalogue.read(),
        api.firmCatalogue.revisions(),
      ])
      const kept = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Kept | null
      take(kept?.catalogue ?? saved.value.catalogue, kept?.basedOn ?? saved.value.revision)
    })

  function take(next: Catalogue, from = basedOn.value) {
    catalogue.value = next
    basedOn.value = from
    isStale.value = from !== saved.value?.revision
    if (isChanged.value)
      localStorage.setItem(KEPT, JSON.stringify({ basedOn: from, catalogue: next } satisfies Kept))
    else localStorage.removeItem(KEPT)
  }

  /** @throws Refusal with the fault's place and message; nothing was changed. */
  const edit = (change: (draft: Catalogue) => void): Promise<void> =>
    inOrder(async () => {
      if (!catalogue.value) return
      const draft = structuredClone(catalogue.value)
      change(draft)
      await api.firmCatalogue.check(draft)
      take(draft)
    })

  /** Devices of another catalogue replace those of the same id and join the others; all of it is taken, or nothing. */
  async function merge(from: Catalogue): Promise<{ replaced: number; added: number }> {
    let counts = { replaced: 0, added: 0 }
    await edit((draft) => void (counts = mergeInto(draft, from)))
    return counts
  }

  /** What was changed since it was saved is put back. */
  const discard = () => take(saved.value!.catalogue, saved.value!.revision)

  /** A revision of before becomes what is worked on. */
  const bringBack = (revision: number) =>
    inOrder(async () => take((await api.firmCatalogue.readRevision(revision)).catalogue))

  /** Saves the next revision; where somebody else has saved meanwhile nothing is written, and {@link isStale} says so. */
  const save = (author: string): Promise<void> =>
    inOrder(async () => {
      try {
        saved.value = await api.firmCatalogue.save(catalogue.value!, basedOn.value, author)
        revisions.value = await api.firmCatalogue.revisions()
        take(saved.value.catalogue, saved.value.revision)
      } catch (error) {
        if (!(error instanceof Refusal) || error.status !== 412) throw error
        saved.value = await api.firmCatalogue.read()
        isStale.value = true
      }
    })

  /** Goes on from the newest revision with what was changed here, device by device. */
  const goOnFromNewest = () =>
    inOrder(async () => {
      const mine = catalogue.value!
      const ground = (await api.firmCatalogue.readRevision(basedOn.value)).catalogue
      const draft = structuredClone(saved.value!.catalogue)
      if (mine.currency !== ground.currency) draft.currency = mine.currency
      if (JSON.stringify(mine.strapLimits) !== JSON.stringify(ground.strapLimits))
        draft.strapLimits = mine.strapLimits
      for (const { list, id, is } of changesOf(ground, mine)) {
        const of = (c: Catalogue) => c[list] as { id: string }[]
        const entry = of(mine).find((e) => e.id === id)
        const at = of(draft).findIndex((e) => e.id === id)
        if (is === 'gone') {
          if (at >= 0) of(draft).splice(at, 1)
        } else if (at >= 0) of(draft)[at] = entry!
        else of(draft).push(entry!)
      }
      await api.firmCatalogue.check(draft)
      take(draft, saved.value!.revision)
    })

  return {
    saved,
    catalogue,
    revisions,
    isStale,
    isChanged,
    changes,
    open,
    edit,
    merge,
    discard,
    bringBack,
    save,
    goOnFromNewest,
  }
})
