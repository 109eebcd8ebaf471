import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from '@/app/App.vue'
import { router } from '@/app/router'
import { claimTab } from '@/site/drafts'
import { queryClient } from './site/queries/client'
import './style.css'

await claimTab()
createApp(App)
  .use(createPinia())
  .use(VueQueryPlugin, { queryClient: queryClient() })
  .use(router)
  .mount('#app')
