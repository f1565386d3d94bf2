import { defineAsyncComponent } from 'vue'
import type { KindUi } from '@/kinds'

const ui: KindUi = { panel: defineAsyncComponent(() => import('@/kinds/deck/DeckPanel.vue')) }
export default ui
