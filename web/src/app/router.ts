import { createRouter, createWebHistory } from 'vue-router'
import { floorStages } from '@/ui/words'
import SitesPage from './SitesPage.vue'

/** The sites, and the stages of one site in the order of the work. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'sites', component: SitesPage },
    {
      path: '/sites/:id',
      component: () => import('./SiteShell.vue'),
      children: [
        { path: '', redirect: (to) => `/sites/${String(to.params.id)}/main` },
        { path: 'main', name: 'main', component: () => import('@/stages/main/MainStage.vue') },
        { path: 'drive', name: 'drive', component: () => import('@/stages/drive/DriveStage.vue') },
        ...floorStages.map((name) => ({
          path: name,
          name,
          component: () => import('./FloorStage.vue'),
        })),
        { path: 'rules', name: 'rules', component: () => import('@/stages/rules/RulesStage.vue') },
        {
          path: 'rehearse',
          name: 'rehearse',
          component: () => import('@/stages/rehearse/RehearseStage.vue'),
        },
        { path: 'floor', redirect: (to) => `/sites/${String(to.params.id)}/rooms` },
        {
          path: 'catalogue',
          name: 'catalogue',
          component: () => import('@/pages/catalogue/CatalogueCopyPage.vue'),
        },
        { path: 'setup', name: 'setup', component: () => import('@/pages/setup/SetupPage.vue') },
        { path: 'bill', name: 'bill', component: () => import('@/pages/bill/BillPage.vue') },
        { path: 'options', name: 'options', component: () => import('@/pages/options/OptionsPage.vue') },
      ],
    },
    {
      path: '/catalogue',
      name: 'firm-catalogue',
      component: () => import('@/pages/catalogue/CataloguePage.vue'),
    },
    { path: '/bench/:id?', name: 'bench', component: () => import('@/pages/bench/BenchPage.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
  scrollBehavior: (to, from) => (to.path === from.path ? undefined : { top: 0 }),
})
