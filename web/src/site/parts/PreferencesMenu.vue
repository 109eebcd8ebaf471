<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { usePreferences } from '@/site/preferences'

/** Units, look and name, and whatever the page adds. */
const preferences = usePreferences()
const emit = defineEmits<{ rename: [] }>()
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="act-quiet" aria-label="Menu">
      <svg width="18" height="14" viewBox="0 0 18 14" aria-hidden="true">
        <path d="M0 1.5h18M0 7h18M0 12.5h18" stroke="currentColor" stroke-width="2" />
      </svg>
    </MenuButton>
    <MenuItems
      class="border-rule bg-sheet absolute right-0 z-40 mt-1 w-60 rounded-sm border py-1 shadow-lg focus:outline-none"
    >
      <slot />
      <MenuItem v-slot="{ active }">
        <button
          type="button"
          class="menu-row"
          :class="{ 'bg-moss-wash': active }"
          @click="preferences.system = preferences.system === 'metric' ? 'us' : 'metric'"
        >
          Units: {{ preferences.system === 'metric' ? 'metric → US' : 'US → metric' }}
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button
          type="button"
          class="menu-row"
          :class="{ 'bg-moss-wash': active }"
          @click="preferences.chooseLook(preferences.look === 'dark' ? 'light' : 'dark')"
        >
          Look: {{ preferences.look === 'dark' ? 'dark → light' : 'light → dark' }}
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button type="button" class="menu-row" :class="{ 'bg-moss-wash': active }" @click="emit('rename')">
          Saving as: {{ preferences.author || 'nobody yet' }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
