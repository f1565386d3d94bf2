<script setup lang="ts">
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, nextTick, onMounted, ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useFindEntries } from '@/composables/useFindEntries'
import { found, type Entry } from '@/logic/find'
import { useFind } from '@/stores/find'

/** Jobs, pages, structures, settings, buttons and calculators by their names, or by what the trade calls them. */
const store = useFind()
const router = useRouter()
const open = toRef(store, 'open')
const { entries, look } = useFindEntries(open)
const asked = ref('')
const at = ref(0)
const rows = computed(() => found(entries.value, asked.value))
onMounted(look)
watch(asked, () => (at.value = 0))
function step(way: number): void {
  if (rows.value.length) at.value = (at.value + way + rows.value.length) % rows.value.length
  void nextTick(() => document.getElementById(`found-${at.value}`)?.scrollIntoView({ block: 'nearest' }))
}
async function take(entry: Entry | undefined): Promise<void> {
  if (!entry) return
  open.value = false
  if (entry.to) await router.push(entry.to)
  // The dialog gives focus back to where it was; what was chosen gets it after that.
  setTimeout(() => entry.then?.(), 60)
}
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    position="top"
    header="Find"
    :style="{ width: '600px' }"
    class="finder"
  >
    <InputText
      v-model="asked"
      type="search"
      autofocus
      fluid
      role="combobox"
      aria-label="Find a job, page or setting"
      placeholder="A job, page, setting, button or calculator"
      aria-controls="found"
      aria-expanded="true"
      :aria-activedescendant="rows.length ? `found-${at}` : undefined"
      autocomplete="off"
      spellcheck="false"
      @keydown.down.prevent="step(1)"
      @keydown.up.prevent="step(-1)"
      @keydown.enter.prevent="take(rows[at])"
    />
    <ul v-if="rows.length" id="found" role="listbox" aria-label="Found">
      <li
        v-for="(entry, k) in rows"
        :id="`found-${k}`"
        :key="entry.group + entry.key"
        role="option"
        :aria-selected="k === at"
        :class="{ on: k === at }"
        @click="take(entry)"
        @pointermove="at = k"
      >
        <span class="what">{{ entry.label }}</span>
        <span v-if="entry.hint" class="quiet small hint">{{ entry.hint }}</span>
        <span class="quiet small group">{{ entry.group }}</span>
      </li>
    </ul>
    <p v-else class="quiet none" role="status">
      Nothing is called that. Try a shorter word, or one the trade uses: gas, stair, setback, price.
    </p>
  </Dialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
  min-height: 220px;
  max-height: 60vh;
  overflow-y: auto;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  min-height: 36px;
  padding: 7px 10px;
  border-radius: 3px;
  cursor: pointer;
}
li.on {
  background: var(--chalk-soft);
}
.what {
  font-weight: 600;
}
.hint {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.group {
  margin-left: auto;
  white-space: nowrap;
}
.none {
  min-height: 220px;
}
</style>
