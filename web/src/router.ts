import { createRouter, createWebHistory } from 'vue-router'
import { kindRoutes } from '@/kinds'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: () => import('@/views/JobsView.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('@/views/SignInView.vue') },
    {
      path: '/jobs/:job',
      component: () => import('@/views/JobShell.vue'),
      props: true,
      children: [
        { path: '', redirect: (to) => ({ name: 'brief', params: to.params }) },
        { path: 'brief', name: 'brief', component: () => import('@/views/BriefView.vue') },
        { path: 'ground/:structure?', name: 'ground', component: () => import('@/views/GroundView.vue') },
        { path: 'place', name: 'place', component: () => import('@/views/PlaceView.vue') },
        { path: 'file', name: 'file', component: () => import('@/views/FileView.vue') },
        { path: 'quote', name: 'quote', component: () => import('@/views/QuoteView.vue') },
        { path: 'calendar', name: 'calendar', component: () => import('@/views/CalendarView.vue') },
        { path: 'list', name: 'list', component: () => import('@/views/ListView.vue') },
        { path: 'sheet/:structure', name: 'set-out', component: () => import('@/components/StructureSheet.vue') },
        { path: 'frame/:structure', name: 'frame', component: () => import('@/components/StructureSheet.vue') },
        ...kindRoutes,
        { path: 'buy/:structure', name: 'buy', component: () => import('@/views/BuyView.vue') },
        { path: 'build/:structure', name: 'build', component: () => import('@/views/BuildView.vue') },
        { path: 'record/:structure', name: 'record', component: () => import('@/views/RecordView.vue') },
      ],
    },
    { path: '/shared/:secret', name: 'shared', component: () => import('@/views/SharedView.vue'), props: true },
    { path: '/crew', name: 'crew', component: () => import('@/views/CrewView.vue') },
    { path: '/sums', name: 'sums', component: () => import('@/views/SumsView.vue') },
    { path: '/schools', name: 'schools', component: () => import('@/views/SchoolsView.vue') },
    { path: '/numbers', name: 'numbers', component: () => import('@/views/NumbersView.vue') },
    { path: '/site/:job/:structure', name: 'site', component: () => import('@/views/SiteView.vue'), props: true },
    { path: '/:rest(.*)*', name: 'missing', component: () => import('@/views/MissingView.vue') },
  ],
})

/** What a page is called, in the tab and for whoever cannot see it. Pages of a job put its name behind. */
export const PAGES: Record<string, string> = {
  jobs: 'Jobs',
  'sign-in': 'Sign in',
  brief: 'Brief',
  ground: 'Ground',
  place: 'On the site',
  file: 'The file',
  shared: 'A job to look at',
  quote: 'The quote',
  calendar: 'The calendar',
  list: "The whole job's list",
  'set-out': 'Set-out',
  frame: 'Frame',
  buy: 'Buy',
  build: 'Build',
  record: 'Record',
  crew: 'The crew',
  sums: 'Quick sums',
  schools: 'Schools of rules',
  numbers: 'What the numbers rest on',
  site: 'On site',
  missing: 'No such page',
}
