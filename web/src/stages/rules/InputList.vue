<script setup lang="ts">
import { computed } from 'vue'
import type { HandButton, LoadSwitch } from '@/api/types'
import {
  addButton,
  addSwitch,
  editButton,
  editSwitch,
  removeButton,
  removeSwitch,
} from '@/site/commands/inputs'
import { freshId } from '@/site/names'
import { useOpenPlan } from '@/site/openPlan'
import CautionLine from '@/ui/CautionLine.vue'
import ChoiceField from '@/ui/ChoiceField.vue'
import TextField from '@/ui/TextField.vue'
import { loadChoices, type Choice } from '@/ui/words'

/** Hand buttons and contacts that rules wait for, and switches that rules turn off. */
const open = useOpenPlan()
const buttons = computed(() => open.plan!.installation.buttons ?? [])
const switches = computed(() => open.plan!.installation.switches ?? [])
const machines = computed<Choice<string | null>[]>(() => [
  { value: null, label: 'Not said' },
  ...open.plan!.building.rooms.flatMap((room) =>
    room.fixtures.map((f) => ({ value: f.id as string | null, label: `${f.name}, ${room.name}` })),
  ),
])

const setButton = (button: HandButton, how: (b: HandButton) => void) =>
  open.edit(`button ${button.id}`, editButton(button.id, how))
const setSwitch = (one: LoadSwitch, what: string, how: (s: LoadSwitch) => void) =>
  open.edit(`switch ${one.id} ${what}`, editSwitch(one.id, how))
const hasPump = computed(() => open.plan!.building.supply.pump != null)
</script>

<template>
  <div>
    <ul class="mb-3 grid gap-3 lg:grid-cols-2">
      <li v-for="(button, index) in buttons" :key="button.id" class="bg-sheet rounded-sm p-4">
        <TextField
          label="Button or contact"
          :value="button.name"
          required
          :apply="(name) => setButton(button, (b) => void (b.name = name))"
          :pointer="`/installation/buttons/${index}/name`"
        />
        <button
          type="button"
          class="act-quiet text-clay mt-2 -ml-2"
          @click="open.edit('button removed', removeButton(button.id))"
        >
          Take {{ button.name }} out
        </button>
      </li>
      <li v-for="(one, index) in switches" :key="one.id" class="bg-sheet rounded-sm p-4">
        <div class="grid grid-cols-2 items-end gap-x-4 gap-y-3" role="group" :aria-label="one.name">
          <TextField
            label="Switch"
            :value="one.name"
            required
            :apply="(name) => setSwitch(one, 'name', (s) => void (s.name = name))"
            :pointer="`/installation/switches/${index}/name`"
          />
          <ChoiceField
            label="Turns off"
            :value="one.stops"
            :choices="loadChoices"
            :apply="(stops) => setSwitch(one, 'stops', (s) => void (s.stops = stops))"
            :pointer="`/installation/switches/${index}/stops`"
          />
          <ChoiceField
            v-if="one.stops === 'machine'"
            class="col-span-2"
            label="Which"
            :value="one.fixtureId ?? null"
            :choices="machines"
            :apply="(id) => setSwitch(one, 'machine', (s) => void (s.fixtureId = id))"
            :pointer="`/installation/switches/${index}/fixtureId`"
          />
          <button
            type="button"
            class="act-quiet text-clay col-span-2 -ml-2 justify-self-start"
            @click="open.edit('switch removed', removeSwitch(one.id))"
          >
            Take {{ one.name }} out
          </button>
        </div>
      </li>
    </ul>
    <div class="flex flex-wrap gap-2">
      <button
        type="button"
        class="act"
        @click="
          open.edit('button added', addButton(freshId('button', buttons), `Button ${buttons.length + 1}`))
        "
      >
        Add a button or contact
      </button>
      <button
        type="button"
        class="act"
        @click="
          open.edit(
            'switch added',
            addSwitch(
              freshId('switch', switches),
              `Switch ${switches.length + 1}`,
              hasPump ? 'pump' : 'machine',
            ),
          )
        "
      >
        Add a switch
      </button>
    </div>
    <CautionLine v-if="switches.length" class="mt-3">
      Wiring a switch to a pump, a machine or a heater is an electrician’s work; local code decides.
    </CautionLine>
    <p class="text-faded mt-3 max-w-prose text-[13px]">
      A rule waits for a button, or turns a switch off, once it says so itself, below. A switched-off pump no
      longer pumps after the shut valve; a switched-off machine keeps what it holds; the heater’s switch
      changes nothing that is lost.
    </p>
  </div>
</template>
