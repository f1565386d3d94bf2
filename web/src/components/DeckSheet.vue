<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { Handle } from '@/api/types'
import DeckCanvas from '@/components/DeckCanvas.vue'
import DeckDrawer from '@/components/DeckDrawer.vue'
import DeckPanel from '@/components/DeckPanel.vue'
import Reckoning from '@/components/Reckoning.vue'
import { useDeck } from '@/composables/useDeck'
import { useJobSheet } from '@/composables/useJobSheet'
import { useOffers } from '@/composables/useOffers'
import { useJob } from '@/stores/job'

const store = useJob()
const route = useRoute()
const { sheet, selected, structure, problems, failed, run } = useJobSheet()
const { move, unpin, edit, specOf } = useDeck(structure)
const { preview, take } = useOffers(specOf)
const problem = computed(() => problems.value[0]?.message ?? failed.value)
const hidden = ref<string[]>(['diagonal', 'diagonal-label'])

function select(id: string): void {
  const there = sheet.value && [...sheet.value.members, ...sheet.value.posts].some((item) => item.id === id)
  selected.value = there ? id : ''
}
function drop(handle: Handle, at_m: number): void {
  store.change(move(handle, at_m), `moved ${handle.id.split('/').slice(1).join(' ')}`)
}
function lock(handle: Handle): void {
  if (handle.locked) unpin(handle)
  else edit((at) => void at.pins.push({ id: handle.id.split('/').pop()!, at_m: handle.station_m, why: '' }), 'pinned it here')
}
const handle = computed(() => sheet.value?.handles.find((item) => item.id === selected.value) ?? null)
function walk(way: number): void {
  const all = sheet.value?.members ?? []
  if (!all.length) return
  const at = all.findIndex((item) => item.id === selected.value)
  selected.value = all[at < 0 ? (way > 0 ? 0 : all.length - 1) : (at + way + all.length) % all.length]!.id
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as HTMLElement
  if (at.matches('input, textarea, select, [role=combobox]') || at.closest('[role=dialog]') || event.ctrlKey || event.metaKey) return
  if (event.key === ',') walk(-1)
  else if (event.key === '.') walk(1)
  else if (event.key === 'Escape') selected.value = ''
  else if (event.key.toLowerCase() === 'l' && handle.value && !handle.value.id.includes('/edge/')) lock(handle.value)
  else if (event.key.startsWith('Arrow') && handle.value) {
    const back = event.key === 'ArrowLeft' || event.key === 'ArrowUp'
    event.preventDefault()
    drop(handle.value, handle.value.station_m + (back ? -1 : 1) * store.tape.mark_m)
  }
})
</script>

<template>
  <div class="stage">
    <DeckPanel v-model:hidden="hidden" :structure="structure" :sheet="sheet" />
    <main class="middle">
      <p v-if="!sheet && problem" class="empty"><b>It cannot be reckoned yet.</b> {{ problem }} <button class="plain" @click="run">Try again</button></p>
      <p v-else-if="!sheet" class="empty" aria-busy="true">Reckoning the first plan.</p>
      <template v-else>
        <p v-if="problem" class="refused" role="alert">{{ problem }} <button class="link" @click="store.step('undo')">Undo</button></p>
        <p v-for="text in sheet.conflicts" :key="text" class="refused" role="alert">{{ text }}</p>
        <DeckCanvas v-if="sheet.views.some((view) => view.name === 'section')" :sheet="sheet" :tape="store.tape" :selected="selected" :hidden="hidden" @select="select" @drag="(h, at) => store.preview(move(h, at))" @drop="drop" @cancel="store.preview(null)" />
        <DeckDrawer :sheet="sheet" :structure="structure" :selected="selected" :start="route.name === 'frame' ? 'joists' : 'members'" @select="select" @preview="preview" @take="take" />
      </template>
    </main>
    <Reckoning v-if="sheet" :sheet="sheet" :selected="selected" :structure="structure" :failed="problem" @select="select" @lock="lock" @preview="preview" @take="take" />
  </div>
</template>

<style scoped>
.stage { flex: 1; min-height: 0; display: flex; }
.middle { flex: 1; min-width: 0; display: flex; flex-direction: column; }
.empty { padding: 40px; }
.refused { margin: 0; padding: 7px 18px; background: color-mix(in srgb, var(--fail) 10%, var(--paper)); border-bottom: 2px solid var(--fail); color: var(--fail); font-weight: 600; }
@media print { .stage { display: block; } }
</style>
