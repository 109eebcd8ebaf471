<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { computed, ref } from 'vue'
import type {
  DriveSpec,
  FloorFinish,
  HubSpec,
  Provenance,
  RadioSpec,
  RepeaterSpec,
  SensorSpec,
} from '@/api/types'
import { freshId } from '@/site/names'
import { change, takeOut } from '@/site/commands/list'
import { usePreferences } from '@/site/preferences'
import ChoiceField from '@/ui/ChoiceField.vue'
import MeasureField from '@/ui/MeasureField.vue'
import TextField from '@/ui/TextField.vue'
import TickChoices from '@/ui/TickChoices.vue'
import { putAt, valueAt } from '@/ui/paths'
import { priceText } from '@/ui/price'
import { inSentence, show, type ShownKind } from '@/ui/units'
import { provenanceWords, type Choice } from '@/ui/words'
import type { DeviceColumn, DeviceList } from './columns'
import { useFirmCatalogue } from './firmCatalogue'

/** The devices of one kind, each with its figures and where they come from. */
const props = defineProps<{ list: DeviceList; columns: DeviceColumn[] }>()

const firm = useFirmCatalogue()
const preferences = usePreferences()
const added = ref('')

type Device = (DriveSpec | SensorSpec | HubSpec | RepeaterSpec | RadioSpec | FloorFinish) &
  Record<string, unknown>
const devices = computed(() => firm.catalogue![props.list] as Device[])

const provenances: Choice<Provenance>[] = (['measured', 'makersSheet', 'assumed'] as const).map((value) => ({
  value,
  label: provenanceWords[value],
}))

const notKnown: Choice<string | null> = { value: null, label: 'Not known' }
/** The entries of another list, to choose among. */
const named = (list: DeviceList): Choice<string>[] =>
  (firm.catalogue![list] as { id: string; name: string }[]).map((e) => ({ value: e.id, label: e.name }))

/** The words or entries that a column takes; undefined where it takes a number. */
const choicesOf = ({ refersTo, choices }: DeviceColumn): Choice<string | null>[] | undefined =>
  refersTo ? [...named(refersTo), notKnown] : choices
const wordOf = (device: Device, { path, refersTo }: DeviceColumn): string | null =>
  (valueAt(device, path) as string | null) ?? (refersTo ? null : 'unknown')

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

const set = (id: string, how: (device: Device) => void) =>
  firm.edit((draft) => change(draft[props.list] as Device[], id, how))

/** A figure that is typed in here is one somebody assumed, until they say where it comes from. */
const setNumber = (device: Device, column: DeviceColumn) => (values: number[] | null) =>
  column.group ? setPart(device, column, values?.[0] ?? null) : setAlone(device.id, column, values)
const setAlone = (id: string, column: DeviceColumn, values: number[] | null) =>
  set(id, (device) => {
    const provenance = figureOf(device, column)?.provenance ?? 'assumed'
    putAt(device, column.path, values ? { [column.numberKey!]: values[0], provenance } : null)
  })
/** One of a group: kept here until all are there; without one of them the group says nothing. */
async function setPart(device: Device, column: DeviceColumn, value: number | null) {
  const known = figureOf(device, column)
  const parts = Object.fromEntries(
    column.group!.flatMap((key) => {
      const part =
        key === column.numberKey ? value : (typed.value[keyOf(device, column, key)] ?? known?.[key])
      return part == null ? [] : [[key, part]]
    }),
  )
  const whole = Object.keys(parts).length === column.group!.length
  await set(device.id, (draft) => {
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
const setProvenance = (id: string, column: DeviceColumn) => (provenance: Provenance) =>
  set(id, (device) => {
    const figure = figureOf(device, column)
    if (figure) figure.provenance = provenance
  })

const blank = {
  drives: { mount: 'saddle' },
  sensors: { kind: 'spot' },
  hubs: { radioIds: [] },
  repeaters: {},
  radios: {},
  finishes: { contactAngle: { deg: 60, provenance: 'assumed' } },
}
const words: Partial<Record<DeviceList, string>> = { finishes: 'floor', radios: 'radio' }
const word = computed(() => words[props.list] ?? 'device')
async function add() {
  const { drives, sensors, hubs, repeaters, radios, finishes } = firm.catalogue!
  const id = freshId(word.value, [...drives, ...sensors, ...hubs, ...repeaters, ...radios, ...finishes])
  added.value = id
  await firm.edit((draft) => {
    ;(draft[props.list] as unknown[]).push({ id, name: `New ${word.value}`, ...blank[props.list] })
  })
}

const remove = (id: string) => firm.edit((draft) => void takeOut(draft[props.list] as Device[], id))

const summary = (device: Device) =>
  props.columns
    .filter(
      (c) =>
        c.path !== 'price' &&
        c.numberKey &&
        [
          'ratedTorque',
          'stroke',
          'contactGap',
          'response',
          'logic',
          'contactAngle',
          'frequency',
          'power',
          'sensitivity',
        ].includes(c.path),
    )
    .map((column) => {
      const value = numberOf(device, column)
      return value
        ? inSentence(column.label, show(column.kind as ShownKind, value[0]!, preferences.system))
        : inSentence(column.label.split(', ')[0]!, 'not known')
    })
    .concat(
      props.list === 'finishes' || props.list === 'radios'
        ? []
        : priceText((device.price as { amount: number } | null)?.amount, firm.catalogue!.currency),
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
        <div class="grid items-end gap-x-5 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
          <TextField
            label="Name"
            :value="device.name"
            required
            :apply="(name) => set(device.id, (d) => void (d.name = name))"
            :pointer="`/${list}/${i}/name`"
          />
          <template v-for="column in columns" :key="column.label">
            <TickChoices
              v-if="column.isList"
              class="sm:col-span-2"
              :label="column.label"
              :values="(valueAt(device, column.path) as string[]) ?? []"
              :choices="named(column.refersTo!)"
              :apply="(values) => set(device.id, (d) => putAt(d, column.path, values))"
            />
            <ChoiceField
              v-else-if="choicesOf(column)"
              :label="column.label"
              :value="wordOf(device, column)"
              :choices="choicesOf(column)!"
              :apply="(value) => set(device.id, (d) => putAt(d, column.path, value))"
              :pointer="`/${list}/${i}/${column.path.replace('.', '/')}`"
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
                :apply="setNumber(device, column)"
                :pointer="`/${list}/${i}/${column.path.replace('.', '/')}/${column.numberKey}`"
              />
              <ChoiceField
                v-if="figureOf(device, column)"
                label="from"
                :value="figureOf(device, column)!.provenance"
                :choices="provenances"
                :apply="setProvenance(device.id, column)"
              />
            </div>
          </template>
        </div>
        <button type="button" class="act-quiet text-clay mt-3 -ml-2" @click="remove(device.id)">
          Take this {{ word }} out
        </button>
      </DisclosurePanel>
    </Disclosure>
  </ul>
  <button type="button" class="act" @click="add">Add a {{ word }}</button>
</template>
