<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import type { Handle } from '@/api/types'
import LineCanvas from '@/components/LineCanvas.vue'
import Reckoning from '@/components/Reckoning.vue'
import SheetDrawer from '@/components/SheetDrawer.vue'
import SpecPanel from '@/components/SpecPanel.vue'
import { useFence } from '@/composables/useFence'
import { useJobSheet } from '@/composables/useJobSheet'
import { useOffers } from '@/composables/useOffers'
import { bayOf } from '@/logic/places'
import { useJob } from '@/stores/job'

const store = useJob()
const route = useRoute()
const { sheet, selected, structure, problems, failed, run } = useJobSheet()
const { move, unlock, specOf, spec } = useFence(structure)
const known = computed(() => !!spec.value)
const { preview, take } = useOffers(specOf)
const problem = computed(() => problems.value[0]?.message ?? failed.value)

function select(id: string): void {
  if (!sheet.value) return
  const inner = bayOf(id.replace('/hole/', '/post/'))
  const there = [...sheet.value.posts, ...sheet.value.bays].some((item) => item.id === inner)
  selected.value = there ? inner : ''
}
function drop(handle: Handle, station: number): void {
  store.change(move(handle, station), `moved ${handle.id.split('/').slice(1).join(' ')}`)
}
function lock(handle: Handle): void {
  if (handle.locked) unlock(handle)
  else store.change((job) => specOf(job).locks.push({ id: handle.id.replace(`${structure.value}/post/`, ''), at_m: handle.station_m, why: '' }), 'locked a post')
}
const handle = computed(() => sheet.value?.handles.find((item) => item.id === selected.value) ?? null)
function walk(way: number): void {
  const posts = sheet.value?.posts ?? []
  if (!posts.length) return
  const at = posts.findIndex((item) => item.id === selected.value)
  selected.value = posts[at < 0 ? (way > 0 ? 0 : posts.length - 1) : (at + way + posts.length) % posts.length]!.id
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const at = event.target as HTMLElement
  if (at.matches('input, textarea, select, [role=combobox]') || at.closest('[role=dialog]') || event.ctrlKey || event.metaKey) return
  if (event.key === ',') walk(-1)
  else if (event.key === '.') walk(1)
  else if (event.key === 'Escape') selected.value = ''
  else if (event.key.toLowerCase() === 'l' && handle.value && (handle.value.locked || handle.value.field === 'locks/+')) lock(handle.value)
  else if (event.key.toLowerCase() === 'b') {
    const bay = sheet.value?.bays.find((item) => item.start === selected.value)
    if (bay) selected.value = bay.id
  } else if ((event.key === 'ArrowLeft' || event.key === 'ArrowRight') && handle.value) {
    event.preventDefault()
    drop(handle.value, handle.value.station_m + (event.key === 'ArrowLeft' ? -1 : 1) * store.tape.mark_m)
  }
})
</script>

<template>
  <div class="stage">
    <SpecPanel :structure="structure" :sheet="sheet" />
    <main class="middle">
      <p v-if="!known" class="empty">This job has no such structure. <router-link :to="{ name: 'brief' }">Start one in the brief</router-link>.</p>
      <p v-else-if="!sheet && problem" class="empty"><b>It cannot be reckoned yet.</b> {{ problem }} <button class="plain" @click="run">Try again</button></p>
      <p v-else-if="!sheet" class="empty" aria-busy="true">Reckoning the first plan.</p>
      <template v-else>
        <p v-if="problem" class="refused" role="alert">{{ problem }} <button class="link" @click="store.step('undo')">Undo</button></p>
        <p v-for="text in sheet.conflicts" :key="text" class="refused" role="alert">{{ text }}</p>
        <LineCanvas
          :sheet="sheet" :tape="store.tape" :selected="selected"
          @select="select" @drag="(h, s) => store.preview(move(h, s))" @drop="drop" @cancel="store.preview(null)"
        />
        <SheetDrawer :sheet="sheet" :structure="structure" :selected="selected" :start="String(route.meta.drawer ?? 'marks')" @select="select" @preview="preview" @take="take" />
      </template>
    </main>
    <Reckoning
      v-if="sheet && known" :sheet="sheet" :selected="selected" :structure="structure" :failed="problem"
      @select="select" @lock="lock" @preview="preview" @take="take"
    />
  </div>
</template>

<style scoped>
.stage { flex: 1; min-height: 0; display: flex; }
.middle { flex: 1; min-width: 0; display: flex; flex-direction: column; }
.empty { padding: 40px; }
.refused { margin: 0; padding: 7px 18px; background: color-mix(in srgb, var(--fail) 10%, var(--paper)); border-bottom: 2px solid var(--fail); color: var(--fail); font-weight: 600; }
@media print { .stage { display: block; } }
</style>
