import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from '@/app/App.vue'
import { router } from '@/app/router'
import { install } from '@/offline/install'
import { claimTab } from '@/site/kept/drafts'
import { queries } from './site/queries/client'
import './style.css'

await claimTab()
createApp(App).use(createPinia()).use(VueQueryPlugin, { queryClient: queries }).use(router).mount('#app')
// After the first paint, so that nothing of it waits.
const whenIdle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 200))
whenIdle(() => void install())
