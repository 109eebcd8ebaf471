<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, Refusal } from '@/api/client'
import type { PhotographSummary } from '@/api/types'
import { useOpenPlan } from '@/site/openPlan'
import { usePhotographs } from '@/site/photographs'
import { usePreferences } from '@/site/preferences'
import { useSelectedMain } from '@/site/selectedMain'
import { accepted, NoPicture, shrink } from '@/ui/shrink'
import { takenFiles } from '@/ui/takenFiles'

/** Photographs of this main. They are kept at once, apart from the plan's revisions. */
const open = useOpenPlan()
const preferences = usePreferences()
const { main } = useSelectedMain()

const photographs = usePhotographs()
const caption = ref('')
const error = ref('')
const busy = ref(false)
const picker = ref<HTMLInputElement>()
const shown = computed(() => photographs.ofMain(main.value.id))
const address = (photograph: PhotographSummary) => `/api/sites/${open.siteId}/photographs/${photograph.id}`

async function attempt(work: () => Promise<void>) {
  error.value = ''
  busy.value = true
  try {
    await work()
  } catch (failure) {
    if (!(failure instanceof Refusal) && !(failure instanceof NoPicture)) throw failure
    error.value = failure.message
  } finally {
    busy.value = false
  }
}

function add(event: Event) {
  const files = takenFiles(event)
  return attempt(async () => {
    for (const file of files) {
      const picture = await shrink(file)
      const author = preferences.author || 'not named'
      await api.addPhotograph(open.siteId, main.value.id, caption.value.trim(), picture, author)
    }
    caption.value = ''
    await photographs.read()
  })
}

const remove = (photograph: PhotographSummary) =>
  attempt(async () => {
    await api.removePhotograph(open.siteId, photograph.id)
    await photographs.read()
  })
</script>

<template>
  <ul v-if="shown.length" class="mb-4 grid grid-cols-2 gap-3 sm:grid-cols-3">
    <li v-for="photograph in shown" :key="photograph.id">
      <a :href="address(photograph)" target="_blank" rel="noopener">
        <img
          :src="address(photograph)"
          :alt="photograph.caption || 'Photograph of the stop valve'"
          class="border-rule aspect-4/3 w-full rounded-sm border object-cover"
          loading="lazy"
        />
      </a>
      <p class="mt-1 flex items-baseline justify-between gap-2 text-[13px]">
        <span class="min-w-0 truncate">{{ photograph.caption || 'No caption' }}</span>
        <button
          type="button"
          class="text-clay shrink-0 underline underline-offset-2"
          :aria-label="`Take out the photograph ${photograph.caption}`"
          @click="remove(photograph)"
        >
          Take out
        </button>
      </p>
    </li>
  </ul>
  <p v-else class="text-faded mb-3">
    None yet. The handle from above, the valve from the side, the pipe each way, what is around it.
  </p>
  <div class="flex flex-wrap items-end gap-3">
    <label class="grow">
      <span class="font-semibold">Caption</span>
      <input v-model="caption" class="field mt-1" maxlength="200" autocomplete="off" />
    </label>
    <input
      ref="picker"
      type="file"
      class="sr-only"
      multiple
      :accept="accepted.join(',')"
      aria-label="Photographs"
      tabindex="-1"
      @change="add"
    />
    <button type="button" class="act" :disabled="busy" @click="picker?.click()">
      {{ busy ? 'Taking it in …' : 'Add photographs' }}
    </button>
  </div>
  <p v-if="error" role="alert" class="text-clay mt-2 font-semibold">{{ error }}</p>
  <p class="text-faded mt-2 text-[13px]">
    JPEG, PNG or WebP up to 10 MB. Made smaller here, and the place it was taken at is left behind.
  </p>
</template>
