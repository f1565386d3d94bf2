import { defineAsyncComponent } from 'vue'
import type { KindUi } from '@/kinds'

const ui: KindUi = {
  panel: defineAsyncComponent(() => import('@/kinds/fence/FencePanel.vue')),
  found: 'line',
  tables: { line: defineAsyncComponent(() => import('@/kinds/fence/LineTable.vue')) },
  approve: defineAsyncComponent(() => import('@/kinds/fence/AppearanceBox.vue')),
  swap: defineAsyncComponent(() => import('@/kinds/fence/SubstitutionBox.vue')),
  routes: [{ path: 'gate/:structure/:opening', name: 'gate', component: () => import('@/kinds/fence/GateView.vue') }],
  opening: (structure, bay) => ({
    says: 'Open gate details',
    to: { name: 'gate', params: { structure, opening: bay.split('/').pop() } },
  }),
}
export default ui
