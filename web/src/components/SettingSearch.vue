<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, onMounted, ref, toRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import FormGroup from '@/components/FormGroup.vue'
import { useStructure } from '@/composables/useStructure'
import { each, matching, MOST } from '@/logic/settings'
import { useJob } from '@/stores/job'
import { useKinds } from '@/stores/kinds'
import { useReference } from '@/stores/reference'

/** Any setting of a structure by its name: what it does, what it is now, and changed in place. */
const props = defineProps<{ structure: string }>()
const reference = useReference()
const { called, whole } = useKinds()
const store = useJob()
const { spec } = useStructure(toRef(props, 'structure'))
const asked = ref('')
const route = useRoute()
/** What the finder was asked for. */
watch(
  () => route.query.setting,
  (named) => (asked.value = typeof named === 'string' ? named : asked.value),
  { immediate: true },
)
onMounted(() => void reference.load())
const groups = computed(() => each(called(spec.value?.kind)?.settings ?? [], spec.value))
/** Of the structure first, then what counts for the whole job. */
const found = computed(() => [
  ...matching(groups.value, asked.value, spec.value).map((group) => ({ ...group, whole: false })),
  ...matching(whole.value, asked.value, store.document).map((group) => ({ ...group, whole: true })),
])
const says = computed(() => {
  const many = found.value.reduce((sum, group) => sum + group.fields.length, 0)
  if (!many) return 'No matching setting'
  if (many >= MOST) return `The first ${many} settings: write more of the name for fewer`
  return many === 1 ? '1 setting' : `${many} settings`
})
</script>

<template>
  <search v-if="groups.length" class="settings">
    <InputText
      v-model="asked"
      type="search"
      class="asked"
      aria-label="Search settings"
      placeholder="Search settings"
      autocomplete="off"
      spellcheck="false"
      size="small"
      @keydown.esc.stop="asked = ''"
    />
    <template v-if="asked.trim()">
      <p class="small quiet" role="status">
        {{ says }}
      </p>
      <FormGroup
        v-for="group in found"
        :key="group.title"
        :structure="structure"
        :title="group.title"
        :fields="group.fields"
        :whole="group.whole"
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
