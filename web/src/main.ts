import { createPinia } from 'pinia'
import { VueQueryPlugin } from '@tanstack/vue-query'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import App from '@/App.vue'
import { applyTheme } from '@/composables/useTheme'
import { tellEast } from '@/logic/days'
import { router } from '@/router'
import '@/styles/base.css'
import '@/styles/looks.css'
import { useSession } from '@/stores/session'
import { Trellis } from '@/styles/theme'

applyTheme()
tellEast()
const pinia = createPinia()
// Asked while the page's own pieces are still on their way.
void useSession(pinia)
  .look()
  .catch(() => undefined)
createApp(App)
  .use(pinia)
  .use(router)
  .use(PrimeVue, {
    theme: {
      preset: Trellis,
      options: {
        darkModeSelector: '[data-theme="dark"]',
        cssLayer: { name: 'primevue', order: 'base, primevue, app' },
      },
    },
  })
  .use(VueQueryPlugin, {
    queryClientConfig: { defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, gcTime: 60_000 } } },
  })
  .mount('#app')

if ('serviceWorker' in navigator) {
  void navigator.serviceWorker
    .register('/sw.js')
    .then(async () => {
      const ready = await navigator.serviceWorker.ready
      const keep = performance
        .getEntriesByType('resource')
        .map((entry) => entry.name)
        .filter((name) => name.includes('/static/'))
      ready.active?.postMessage({ keep })
    })
    .catch(() => undefined)
}
