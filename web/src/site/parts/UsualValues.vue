<script setup lang="ts">
import { computed } from 'vue'
import { assumeUsual, openMeasurements, type UsualScope } from '@/site/commands/usual'
import { useOpenPlan } from '@/site/openPlan'

/** Takes what was not measured as it usually is, in one press; it stays marked, and a bound. */
const props = defineProps<{ scope: UsualScope; place: string }>()
const open = useOpenPlan()
const count = computed(() => openMeasurements(open.plan!, props.scope))
const left = computed(() => count.value.open - count.value.assumed)

const assume = (assumes: boolean) =>
  open.edit(assumes ? 'usual values assumed' : 'usual values taken back', assumeUsual(props.scope, assumes))
</script>

<template>
  <div v-if="count.open" class="border-rule mt-3 border-t pt-2">
    <button v-if="left" type="button" class="act" @click="assume(true)">
      Usual values for {{ left }} not measured
    </button>
    <p class="text-faded mt-1 text-[13px]">
      <template v-if="count.assumed">
        {{ count.assumed }} {{ count.assumed === 1 ? 'is' : 'are' }} assumed as usual {{ place }}.
        <button type="button" class="text-moss underline underline-offset-2" @click="assume(false)">
          Leave {{ count.assumed === 1 ? 'it' : 'them' }} open
        </button>
      </template>
      <template v-else
        >Narrower spans for what is lost {{ place }}, marked as assumed until measured.</template
      >
    </p>
  </div>
</template>
