import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router'
import { kindRoutes } from '@/kinds'

const StructureSheet = () => import('@/components/StructureSheet.vue')

/** Pages of a job. */
const job: RouteRecordRaw[] = [
  { path: '', redirect: (to) => ({ name: 'overview', params: to.params }) },
  { path: 'overview', name: 'overview', component: () => import('@/views/OverviewView.vue') },
  { path: 'site', name: 'site-plan', component: () => import('@/views/SitePlanView.vue') },
  { path: 'ground/:structure?', name: 'ground', component: () => import('@/views/GroundView.vue') },
  { path: 'design/:structure', name: 'design', component: StructureSheet },
  ...kindRoutes,
  { path: 'materials', name: 'materials', component: () => import('@/views/MaterialsView.vue') },
  {
    path: 'materials/:structure',
    name: 'structure-materials',
    component: () => import('@/views/StructureMaterialsView.vue'),
  },
  { path: 'build/:structure', name: 'build', component: () => import('@/views/BuildView.vue') },
  { path: 'estimate', name: 'estimate', component: () => import('@/views/EstimateView.vue') },
  { path: 'schedule', name: 'schedule', component: () => import('@/views/ScheduleView.vue') },
  { path: 'record/:structure?', name: 'record', component: () => import('@/views/RecordView.vue') },
  { path: 'photos', name: 'photos', component: () => import('@/views/PhotosView.vue') },
  { path: 'files', name: 'files', component: () => import('@/views/FilesView.vue') },
  // Addresses of before: a bookmark or a link in an old message still leads on.
  moved('brief', 'overview'),
  moved('place', 'site-plan'),
  moved('list', 'materials'),
  moved('quote', 'estimate'),
  moved('calendar', 'schedule'),
  moved('file', 'files'),
  moved('sheet/:structure', 'design'),
  moved('frame/:structure', 'design'),
  moved('buy/:structure', 'structure-materials'),
]

/** A path that leads on to a named page, with its parameters and query. */
function moved(path: string, name: string): RouteRecordRaw {
  return { path, redirect: (to) => ({ name, params: to.params, query: to.query }) }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: () => import('@/views/JobsView.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('@/views/SignInView.vue') },
    { path: '/jobs/:job', component: () => import('@/views/JobShell.vue'), props: true, children: job },
    { path: '/shared/:secret', name: 'shared', component: () => import('@/views/SharedView.vue'), props: true },
    { path: '/join/:secret', name: 'join', component: () => import('@/views/JoinView.vue'), props: true },
    { path: '/board', name: 'board', component: () => import('@/views/BoardView.vue') },
    { path: '/price-book', name: 'price-book', component: () => import('@/views/PriceBookView.vue') },
    { path: '/calculators', name: 'calculators', component: () => import('@/views/CalculatorsView.vue') },
    { path: '/crew', name: 'crew', component: () => import('@/views/CrewView.vue') },
    { path: '/crew/defaults', name: 'crew-defaults', component: () => import('@/views/CrewDefaultsView.vue') },
    { path: '/connections', name: 'connections', component: () => import('@/views/ConnectionsView.vue') },
    { path: '/compare-codes', name: 'compare-codes', component: () => import('@/views/CompareCodesView.vue') },
    { path: '/sources', name: 'sources', component: () => import('@/views/SourcesView.vue') },
    {
      path: '/field/:job/:structure',
      name: 'field',
      component: () => import('@/views/FieldView.vue'),
      props: true,
    },
    moved('/site/:job/:structure', 'field'),
    moved('/crew/usual', 'crew-defaults'),
    moved('/outside', 'connections'),
    moved('/sums', 'calculators'),
    moved('/schools', 'compare-codes'),
    moved('/numbers', 'sources'),
    moved('/verification', 'sources'),
    { path: '/:rest(.*)*', name: 'missing', component: () => import('@/views/MissingView.vue') },
  ],
})
