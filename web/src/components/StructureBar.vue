<script setup lang="ts">
import { Printer } from 'lucide-vue-next'
import Button from 'primevue/button'
import LazyMenu from '@/components/LazyMenu.vue'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, useTemplateRef } from 'vue'
import { useRoute } from 'vue-router'
import type { Sheet } from '@/api/types'
import { api, ask } from '@/api/client'
import { useJobAnswer } from '@/composables/useJobAnswer'
import { money } from '@/logic/money'
import { useJob } from '@/stores/job'
import { useSession } from '@/stores/session'

/** Over the pages of one structure: its name and size, and the string with its three stakes. */
const props = defineProps<{ job: string; structure: string; name: string; sheet: Sheet | null }>()
const route = useRoute()
const store = useJob()
const session = useSession()
const stages = [
  { pages: ['design', 'gate'], to: 'design', says: 'Design' },
  { pages: ['structure-materials'], to: 'structure-materials', says: 'Materials' },
  { pages: ['build'], to: 'build', says: 'Build' },
]
const at = computed(() => stages.findIndex((stage) => stage.pages.includes(String(route.name))))
const size = computed(() =>
  [props.sheet?.length, props.sheet?.posts.length ? `${props.sheet.posts.length} posts` : '']
    .filter(Boolean)
    .join(', '),
)
/** Materials as the price list has them; asked again when what is typed rests. */
const { data: priced } = useJobAnswer(
  () => `price ${props.structure}`,
  (document) => ask(api.POST('/api/designs/price', { body: { document, structure: props.structure, selected: '' } })),
  () => session.session?.sees_prices !== false && !!props.sheet,
)
const price = computed(() => priced.value?.price ?? 0)
const menu = useTemplateRef<{ toggle: (event: Event) => void }>('menu')
const opened = ref(false)
/** What can be printed of the structure, and what other programs read, as the server lists it. */
const { data: listed } = useQuery({
  queryKey: computed(() => ['documents', props.job, props.structure, store.revision]),
  queryFn: async () =>
    (
      await ask(
        api.GET('/api/jobs/{job_id}/files/{structure}', {
          params: { path: { job_id: props.job, structure: props.structure } },
        }),
      )
    ).documents,
  enabled: opened,
})
const typeOf = (file: string) => file.split('.').pop()!.toUpperCase()
const entry = (row: { file: string; says: string }) => ({
  label: `${row.says.replace(/, [A-Z]+$/, '')} (${typeOf(row.file)})`,
  url: `/api/jobs/${props.job}/files/${props.structure}/${row.file}`,
  target: typeOf(row.file) === 'PDF' ? '_blank' : undefined,
})
const papers = computed(() => {
  const rows = listed.value ?? []
  const paper = (row: { file: string }) => typeOf(row.file) === 'PDF'
  if (!rows.length) return [{ label: 'Loading', disabled: true }]
  return [
    { label: 'Print', items: rows.filter(paper).map(entry) },
    { label: 'Export', items: rows.filter((row) => !paper(row)).map(entry) },
  ]
})
function open(event: Event): void {
  opened.value = true
  menu.value?.toggle(event)
}
</script>

<template>
  <header class="bar no-print">
    <div class="names">
      <p class="name">{{ name }}</p>
      <p class="quiet small">
        <router-link :to="{ name: 'overview', params: { job } }">{{ store.shown?.name }}</router-link>
        · {{ size }}
      </p>
    </div>
    <nav class="stakes" aria-label="Pages of the structure">
      <router-link
        v-for="(stage, k) in stages"
        :key="stage.to"
        :to="{ name: stage.to, params: { job, structure } }"
        class="stake"
        :class="{ here: k === at }"
        :aria-current="k === at ? 'page' : undefined"
      >
        <svg viewBox="0 0 20 24" aria-hidden="true">
          <path d="M6 8h8v8l-4 6-4-6Z" />
          <path v-if="k === at" class="flag" d="M10 8V1l9 3-9 3" />
        </svg>
        {{ stage.says }}
      </router-link>
    </nav>
    <div class="actions">
      <p v-if="price" class="price" title="Materials by the price list; labour and margin are in the estimate">
        <b>{{ money(price) }}</b> <span class="quiet small">materials</span>
      </p>
      <Button severity="secondary" outlined aria-haspopup="true" @click="open">
        <Printer :size="16" :stroke-width="1.75" aria-hidden="true" /> Print
      </Button>
      <LazyMenu ref="menu" :items="papers" />
    </div>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 16px;
  flex: none;
  min-height: 54px;
  padding: 4px 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.names {
  flex: 1 1 0;
  min-width: 0;
}
.names p {
  margin: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name {
  font-size: 16px;
  font-weight: 600;
}
.stakes {
  position: relative;
  display: flex;
}
.stakes::before {
  content: '';
  position: absolute;
  left: 44px;
  right: 44px;
  top: 14px;
  border-top: 1.5px solid var(--line);
}
.stake {
  position: relative;
  width: 104px;
  display: flex;
  flex-direction: column;
  align-items: center;
  color: var(--ink-2);
  text-decoration: none;
  font-size: 13px;
}
.stake svg {
  width: 20px;
  height: 24px;
  overflow: visible;
  fill: var(--paper);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.stake.here {
  color: var(--ink);
  font-weight: 600;
}
.stake.here svg {
  fill: var(--ink);
}
.stake .flag {
  fill: var(--flag);
  stroke: none;
}
.actions {
  flex: 1 1 0;
  display: flex;
  justify-content: flex-end;
  gap: 8px;
  align-items: center;
}
.price {
  margin: 0;
  white-space: nowrap;
}
@media (max-width: 860px) {
  .bar {
    flex-wrap: wrap;
    gap: 2px 8px;
    padding: 4px 12px;
  }
  .names {
    flex: 1 1 100%;
  }
  .stake {
    width: 84px;
  }
  .actions:empty {
    display: none;
  }
}
</style>
