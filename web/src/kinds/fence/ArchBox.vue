<script setup lang="ts">
import { computed, ref, toRef } from 'vue'
import KeptInput from '@/components/KeptInput.vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import { few, useOffered } from '@/kinds/fence/offered'
import { type Arch, useLeaf } from '@/kinds/fence/useLeaf'
import { useJob } from '@/stores/job'

/** The arch over a gate. */
const props = defineProps<{ structure: string; id: string }>()
const store = useJob()
const { offered } = useOffered()
const { opening, here, openingOf } = useLeaf(toRef(props, 'structure'), toRef(props, 'id'))
const arch = computed(() => opening.value?.arch ?? null)
const over = computed(() => `${here.value}/arch`)
const imperial = computed(() => store.tape.system === 'imperial')
const frames = computed(() => offered('rail'))
const typed = ref<string | null>(null)
function arching<K extends keyof Arch>(name: K, value: Arch[K], says: string): void {
  store.change((job) => void (openingOf(job).arch![name] = value), says)
}
const PLF = 14.593902937206
const plants = computed(() => {
  const value = arch.value?.plants_n_per_m ?? 0
  return value ? String(Math.round((value / (imperial.value ? PLF : 1000)) * 100) / 100) : ''
})
function grow(text: string): void {
  const value = text.trim() === '' ? 0 : Number(text.replace(',', '.').replace(/[^0-9.]/g, ''))
  if (!Number.isFinite(value)) return
  typed.value = null
  arching('plants_n_per_m', Math.min(2000, value * (imperial.value ? PLF : 1000)), 'plants on the arch')
}
</script>

<template>
  <div v-if="arch" class="way">
    <LengthField
      label="Headroom"
      :model-value="arch.headroom_m ?? null"
      :tape="store.tape"
      :path="over + '/headroom_m'"
      @update:model-value="$event !== null && arching('headroom_m', $event, 'headroom')"
    />
    <PickField
      label="Rungs"
      :model-value="arch.rungs ?? 6"
      :options="few(0, 12)"
      @update:model-value="arching('rungs', Number($event), 'rungs')"
    />
    <PickField
      label="Two headers"
      :model-value="arch.header ?? ''"
      :options="frames"
      :path="over + '/header'"
      @update:model-value="arching('header', String($event), 'headers')"
    />
    <LengthField
      label="Rung's length"
      bare="in"
      :model-value="arch.rung_m ?? null"
      :tape="store.tape"
      :path="over + '/rung_m'"
      @update:model-value="$event !== null && arching('rung_m', $event, 'length of the rungs')"
    />
    <LengthField
      label="Past the posts"
      bare="in"
      :model-value="arch.overhang_m ?? null"
      :tape="store.tape"
      :path="over + '/overhang_m'"
      @update:model-value="$event !== null && arching('overhang_m', $event, 'overhang of the headers')"
    />
    <label
      >Wet plants on it, {{ imperial ? 'lb/ft' : 'kN/m'
      }}<KeptInput
        :value="typed ?? plants"
        placeholder="None"
        autocomplete="off"
        @input="typed = ($event.target as HTMLInputElement).value"
        @change="grow(($event.target as HTMLInputElement).value)"
    /></label>
  </div>
</template>

<style scoped>
.way {
  align-items: end;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  border-left: 3px solid var(--line);
  padding-left: 8px;
}
label {
  display: block;
  font-size: 12.5px;
  color: var(--ink-2);
}
label input {
  width: 100%;
  padding: 5px 7px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--paper);
  color: var(--ink);
  font:
    600 14px 'Trellis Sans',
    system-ui,
    sans-serif;
}
</style>
