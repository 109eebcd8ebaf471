import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './app/App.vue'
import { router } from './app/router'
import { claimTab } from './plan/drafts'
import './style.css'

await claimTab()
createApp(App).use(createPinia()).use(router).mount('#app')
