<script setup lang="ts">
import { Rotate3d } from 'lucide-vue-next'
import Button from 'primevue/button'
import { computed } from 'vue'
import { api, ask } from '@/api/client'
import type { Tile } from '@/api/types'
import TilePicture from '@/components/start/TilePicture.vue'
import { useJobAnswer } from '@/composables/useJobAnswer'

/** The structure in space beside its drawings: a still picture until it is opened. */
const props = defineProps<{ structure: string; name: string }>()
const emit = defineEmits<{ open: [] }>()
const { data } = useJobAnswer(
  () => `picture ${props.structure}`,
  (document) => ask(api.POST('/api/designs/picture', { body: { document, structure: props.structure, selected: '' } })),
)
const tile = computed(() => (data.value?.tile as Tile | undefined) ?? null)
</script>

<template>
  <div class="inset">
    <p class="head">
      <b>In space</b>
      <Button severity="secondary" outlined size="small" @click="emit('open')">
        <Rotate3d :size="16" :stroke-width="1.75" aria-hidden="true" /> Open in 3D
      </Button>
    </p>
    <div class="drawn"><TilePicture v-if="tile" :tile="tile" :label="`${name} in 3D`" /></div>
  </div>
</template>

<style scoped>
.inset {
  display: flex;
  flex-direction: column;
  height: 100%;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin: 0;
  font-size: 13px;
}
.drawn {
  flex: 1;
  min-height: 0;
}
</style>
