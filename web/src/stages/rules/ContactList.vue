<script setup lang="ts">
import { computed } from 'vue'
import type { Contact } from '@/api/types'
import { addContact, editContact, removeContact } from '@/site/commands/contacts'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import HoursField from '@/ui/HoursField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import { one } from '@/ui/measured'
import TextField from '@/ui/TextField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { alertWayWords, modes, modeWords, type Choice } from '@/ui/words'

/** Who is told, how, when they can be reached, and how long until they have shut the water off by hand. */
const open = useOpenPlan()
const contacts = computed(() => open.plan!.installation.contacts ?? [])
const ways = Object.entries(alertWayWords).map(([value, label]) => ({ value, label })) as Choice<
  Contact['ways'][number]
>[]
const modeChoices = modes.map((mode) => ({ value: mode, label: modeWords[mode] }))

const set = (contact: Contact, what: string, how: (contact: Contact) => void) =>
  open.edit(`contact ${contact.id} ${what}`, editContact(contact.id, how))
const add = () =>
  open.edit(
    'contact added',
    addContact(freshId('contact', contacts.value), `Contact ${contacts.value.length + 1}`),
  )
</script>

<template>
  <div>
    <p v-if="contacts.length === 0" class="mb-3">
      Name those who are told before anything is paired: else the first alarm goes nowhere.
    </p>
    <ul class="mb-3 grid gap-3 lg:grid-cols-2">
      <li v-for="(contact, index) in contacts" :key="contact.id" class="bg-sheet rounded-sm p-4">
        <div class="grid grid-cols-2 items-end gap-x-4 gap-y-3" role="group" :aria-label="contact.name">
          <TextField
            class="col-span-2"
            label="Name"
            :value="contact.name"
            required
            :apply="(name) => set(contact, 'name', (c) => void (c.name = name))"
            :pointer="`/installation/contacts/${index}/name`"
          />
          <MeasureField
            label="Acts after"
            kind="duration"
            empty-word="not said"
            :values="one(contact.actsAfterS)"
            :apply="(v) => set(contact, 'acts after', (c) => void (c.actsAfterS = v?.[0] ?? null))"
            :pointer="`/installation/contacts/${index}/actsAfterS`"
          />
          <TickChoices
            class="col-span-2"
            label="Told by"
            :values="contact.ways"
            :choices="ways"
            :apply="(values) => set(contact, 'ways', (c) => void (c.ways = values))"
          />
          <TickChoices
            class="col-span-2"
            label="Can be reached"
            :values="contact.modes"
            :choices="modeChoices"
            :apply="(values) => set(contact, 'modes', (c) => void (c.modes = values))"
          />
          <HoursField
            class="col-span-2"
            label="Only at some hours"
            :value="contact.hours ?? null"
            :first="{ fromMin: 7 * 60, untilMin: 22 * 60 }"
            :apply="(hours) => set(contact, 'hours', (c) => void (c.hours = hours))"
            :pointer="`/installation/contacts/${index}/hours`"
          />
          <button
            type="button"
            class="act-quiet text-clay col-span-2 -ml-2 justify-self-start"
            @click="open.edit('contact removed', removeContact(contact.id))"
          >
            Take {{ contact.name }} out
          </button>
        </div>
      </li>
    </ul>
    <button type="button" class="act" @click="add">Add somebody</button>
    <p class="text-faded mt-3 max-w-prose text-[13px]">
      A message is taken to wake nobody, and a siren or voice to be heard in the house alone.
      <em>Acts after</em>
      is from being told until the water is shut off by hand; a rehearsal shows what has run out by then, and
      counts on nobody.
    </p>
  </div>
</template>
