import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from '@/app/App.vue'
import { router } from '@/app/router'
import { claimTab } from '@/site/drafts'
import { queries } from './site/queries/client'
import './style.css'

await claimTab()
createApp(App).use(createPinia()).use(VueQueryPlugin, { queryClient: queries }).use(router).mount('#app')
