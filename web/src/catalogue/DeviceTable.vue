<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, ref } from 'vue'
import type { DriveSpec, FloorFinish, HubSpec, Installation, SensorSpec, Provenance } from '@/api/types'
import { freshId } from '@/plan/names'
import { useOpenPlan } from '@/plan/openPlan'
import { usePreferences } from '@/plan/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import TextField from '@/ui/TextField.vue'
import { putAt, valueAt } from '@/ui/paths'
import { priceText } from '@/ui/price'
import { show, type ShownKind } from '@/ui/units'
import { provenanceWords, type Choice } from '@/ui/words'
import type { DeviceColumn, DeviceList } from './columns'

/** The devices of one kind, each with its figures and where they come from. */
const props = defineProps<{ list: DeviceList; columns: DeviceColumn[] }>()

const open = useOpenPlan()
const preferences = usePreferences()
const added = ref('')

type Device = (DriveSpec | SensorSpec | HubSpec | FloorFinish) & Record<string, unknown>
const devices = computed(() => (open.plan!.catalogue[props.list] ?? []) as Device[])

const provenances: Choice<Provenance>[] = (['measured', 'makersSheet', 'assumed'] as const).map((value) => ({
  value,
  label: provenanceWords[value],
}))

const figureOf = (device: Device, column: DeviceColumn) =>
  valueAt(device, column.path) as ({ provenance: Provenance } & Record<string, number>) | null | undefined
/** Parts of a group that are typed before the group is whole, by device, path and key. */
const typed = ref<Record<string, number>>({})
const keyOf = (device: Device, column: DeviceColumn, key = column.numberKey!) =>
  `${device.id} ${column.path} ${key}`
const missing = (device: Device, column: DeviceColumn) =>
  figureOf(device, column)
    ? 0
    : (column.group ?? []).filter((key) => !(keyOf(device, column, key) in typed.value)).length

const numberOf = (device: Device, column: DeviceColumn) => {
  const value = typed.value[keyOf(device, column)] ?? figureOf(device, column)?.[column.numberKey!]
  return value == null ? null : [value]
}

const set = (index: number, what: string, change: (device: Device) => void) =>
  open.edit(`catalogue ${props.list} ${index} ${what}`, (draft) =>
    change(draft.catalogue[props.list]![index] as Device),
  )

/** A figure that is typed in here is one somebody assumed, until they say where it comes from. */
const setNumber = (index: number, column: DeviceColumn) => (values: number[] | null) =>
  column.group ? setPart(index, column, values?.[0] ?? null) : setAlone(index, column, values)
const setAlone = (index: number, column: DeviceColumn, values: number[] | null) =>
  set(index, column.path, (device) => {
    const provenance = figureOf(device, column)?.provenance ?? 'assumed'
    putAt(device, column.path, values ? { [column.numberKey!]: values[0], provenance } : null)
  })
/** One of a group: kept here until all are there; without one of them the group says nothing. */
async function setPart(index: number, column: DeviceColumn, value: number | null) {
  const device = devices.value[index]!
  const known = figureOf(device, column)
  const parts = Object.fromEntries(
    column.group!.flatMap((key) => {
      const part =
        key === column.numberKey ? value : (typed.value[keyOf(device, column, key)] ?? known?.[key])
      return part == null ? [] : [[key, part]]
    }),
  )
  const whole = Object.keys(parts).length === column.group!.length
  await set(index, column.path, (draft) => {
    putAt(draft, column.path, whole ? { ...parts, provenance: known?.provenance ?? 'assumed' } : null)
  })
  const waiting = new Set(column.group!.map((key) => keyOf(device, column, key)))
  typed.value = {
    ...Object.fromEntries(Object.entries(typed.value).filter(([key]) => !waiting.has(key))),
    ...(whole
      ? {}
      : Object.fromEntries(Object.entries(parts).map(([key, part]) => [keyOf(device, column, key), part!]))),
  }
}
const setProvenance = (index: number, column: DeviceColumn) => (provenance: Provenance) =>
  set(index, `${column.path} provenance`, (device) => {
    const figure = figureOf(device, column)
    if (figure) figure.provenance = provenance
  })

const blank = {
  drives: { mount: 'saddle' },
  sensors: { kind: 'spot' },
  hubs: {},
  finishes: { contactAngle: { deg: 60, provenance: 'assumed' } },
}
const word = computed(() => (props.list === 'finishes' ? 'floor' : 'device'))
async function add() {
  const { catalogue } = open.plan!
  const taken = [...catalogue.drives, ...catalogue.sensors, ...catalogue.hubs, ...catalogue.finishes]
  const id = freshId(word.value, taken)
  added.value = id
  await open.edit('catalogue device added', (draft) => {
    ;((draft.catalogue[props.list] ??= []) as unknown[]).push({
      id,
      name: `New ${word.value}`,
      ...blank[props.list],
    })
  })
}

const isChosen = ({ drives, sensors, hubId }: Installation, id: string) =>
  hubId === id || [...drives, ...sensors].some((device) => device.specId === id)
const inUse = (id: string) => {
  const { plan } = open
  return (
    [plan!.installation, ...plan!.options.map((o) => o.installation)].some((chosen) =>
      isChosen(chosen, id),
    ) || plan!.building.rooms.some((r) => r.finishId === id)
  )
}
const remove = (index: number) =>
  open.edit('catalogue device removed', (draft) => void draft.catalogue[props.list]!.splice(index, 1))

const summary = (device: Device) =>
  props.columns
    .filter(
      (c) =>
        c.path !== 'price' &&
        c.numberKey &&
        ['ratedTorque', 'stroke', 'contactGap', 'response', 'logic', 'contactAngle'].includes(c.path),
    )
    .map((column) => {
      const value = numberOf(device, column)
      return `${column.label.toLowerCase()} ${value ? show(column.kind as ShownKind, value[0]!, preferences.system) : 'not known'}`
    })
    .concat(
      props.list === 'finishes'
        ? []
        : priceText((device.price as { amount: number } | null)?.amount, open.plan!.catalogue.currency),
    )
    .join(' · ')
</script>

<template>
  <ul class="divide-rule bg-sheet mb-3 divide-y rounded-sm">
    <Disclosure
      v-for="(device, i) in devices"
      :key="device.id"
      v-slot="{ open: unfolded }"
      as="li"
      :default-open="device.id === added"
    >
      <DisclosureButton
        class="hover:bg-moss-wash flex w-full flex-wrap items-baseline gap-x-2 px-3 py-2 text-left"
      >
        <span class="text-moss w-3 shrink-0" aria-hidden="true">{{ unfolded ? '−' : '+' }}</span>
        <span class="font-semibold">{{ device.name }}</span>
        <span class="text-faded grow text-right text-[13px] tabular-nums">{{ summary(device) }}</span>
      </DisclosureButton>
      <DisclosurePanel class="px-3 pt-1 pb-4 sm:pl-8">
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
          <TextField
            label="Name"
            :value="device.name"
            required
            :apply="(name) => set(i, 'name', (d) => void (d.name = name))"
            :pointer="`/catalogue/${list}/${i}/name`"
          />
          <template v-for="column in columns" :key="column.path">
            <ChoiceField
              v-if="column.choices"
              :label="column.label"
              :value="(valueAt(device, column.path) as string | null) ?? 'unknown'"
              :choices="column.choices"
              :apply="(value) => set(i, column.path, (d) => putAt(d, column.path, value))"
              :pointer="`/catalogue/${list}/${i}/${column.path.replace('.', '/')}`"
            />
            <div v-else class="grid grid-cols-[1fr_8.5rem] items-end gap-x-2">
              <MeasureField
                :label="column.label"
                :kind="column.kind!"
                :how="
                  column.group && missing(device, column)
                    ? 'Counts once the whole group is given.'
                    : column.how
                "
                empty-word="not known"
                :values="numberOf(device, column)"
                :apply="setNumber(i, column)"
                :pointer="`/catalogue/${list}/${i}/${column.path.replace('.', '/')}/${column.numberKey}`"
              />
              <ChoiceField
                v-if="figureOf(device, column)"
                label="from"
                :value="figureOf(device, column)!.provenance"
                :choices="provenances"
                :apply="setProvenance(i, column)"
              />
            </div>
          </template>
        </div>
        <button
          type="button"
          class="act-quiet text-clay mt-3 -ml-2"
          :disabled="inUse(device.id)"
          @click="remove(i)"
        >
          Take this {{ word }} out
        </button>
        <span v-if="inUse(device.id)" class="text-faded text-[13px]">It is used in this plan.</span>
      </DisclosurePanel>
    </Disclosure>
  </ul>
  <button type="button" class="act" @click="add">Add a {{ word }}</button>
</template>
