<script setup lang="ts">
import { computed, onMounted, ref, toRef } from 'vue'
import FormGroup from '@/components/FormGroup.vue'
import { useStructure } from '@/composables/useStructure'
import { matching } from '@/logic/settings'
import { useKinds } from '@/stores/kinds'
import { useReference } from '@/stores/reference'

/** Any setting of a structure by its name: what it does, what it is now, and changed in place. */
const props = defineProps<{ structure: string }>()
const reference = useReference()
const { called } = useKinds()
const { spec } = useStructure(toRef(props, 'structure'))
const asked = ref('')
onMounted(() => void reference.load())
const groups = computed(() => called(spec.value?.kind)?.settings ?? [])
const found = computed(() => matching(groups.value, asked.value, spec.value))
const many = computed(() => found.value.reduce((sum, group) => sum + group.fields.length, 0))
</script>

<template>
  <search v-if="groups.length" class="settings">
    <input
      v-model="asked"
      type="search"
      class="asked"
      aria-label="Find a setting"
      placeholder="Find a setting"
      autocomplete="off"
      spellcheck="false"
      @keydown.esc.stop="asked = ''"
    />
    <template v-if="asked.trim()">
      <p class="small quiet" role="status">
        {{ many ? (many === 1 ? '1 setting' : `${many} settings`) : 'No setting is called so. Try another word' }}
      </p>
      <FormGroup
        v-for="group in found"
        :key="group.title"
        :structure="structure"
        :title="group.title"
        :fields="group.fields"
        told
      />
    </template>
  </search>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 6px;
  margin-bottom: 12px;
}
.asked {
  width: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 3px;
  padding: 5px 7px;
  font: inherit;
  font-size: 13.5px;
  color: var(--ink);
}
</style>
