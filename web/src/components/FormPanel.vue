<script setup lang="ts">
import { computed, onMounted, toRef } from 'vue'
import type { Asked, Kind, Sheet } from '@/api/types'
import FormField from '@/components/FormField.vue'
import StructureList from '@/components/StructureList.vue'
import { useStructure } from '@/composables/useStructure'
import { read, write } from '@/logic/paths'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

/** The panel of any kind, made from its form: fields with the limits and choices that the server names. */
const props = defineProps<{ structure: string; sheet: Sheet | null; kind: Kind | null }>()
const hidden = defineModel<string[]>('hidden', { required: true })
const store = useJob()
const reference = useReference()
onMounted(() => void reference.load())
const { spec, path, specOf } = useStructure(toRef(props, 'structure'))
const groups = computed(() =>
  (props.kind?.form ?? [])
    .map((group) => ({ ...group, fields: group.fields.filter(shown) }))
    .filter((group) => group.fields.length),
)
function shown(field: Asked): boolean {
  if (!field.when) return true
  const [at, values] = field.when as unknown as [string, string[]]
  return values.includes(String(read(spec.value, at)))
}
function put(field: Asked, value: unknown): void {
  store.change((job) => write(specOf(job), field.path, value), field.says.toLowerCase())
}
const seen = (layers: string[]) => !layers.every((layer) => hidden.value.includes(layer))
function toggle(layers: string[]): void {
  hidden.value = seen(layers) ? [...hidden.value, ...layers] : hidden.value.filter((layer) => !layers.includes(layer))
}
</script>

<template>
  <aside class="panel" aria-label="What is built">
    <h2 class="visually-hidden">What is built</h2>
    <StructureList :structure="structure" :sheet="sheet" />
    <section v-if="sheet?.layers.length">
      <h3>Show</h3>
      <div class="layers">
        <label v-for="item in sheet.layers" :key="item.says"
          ><input type="checkbox" :checked="seen(item.layers)" @change="toggle(item.layers)" /> {{ item.says }}</label
        >
      </div>
    </section>
    <template v-for="group in groups" :key="group.title">
      <component :is="group.folded ? 'details' : 'section'" class="group">
        <summary v-if="group.folded">{{ group.title }}</summary>
        <h3 v-else>{{ group.title }}</h3>
        <FormField
          v-for="field in group.fields"
          :key="field.path"
          :field="field"
          :value="read(spec, field.path)"
          :tape="store.tape"
          :path="`${path}/${field.path}`"
          @put="put(field, $event)"
        />
      </component>
    </template>
    <p v-if="spec && !groups.length" class="small quiet">Nothing of this is chosen here: it is as its line says.</p>
  </aside>
</template>

<style scoped>
.panel {
  width: 232px;
  flex: none;
  background: var(--ground-2);
  border-right: 1px solid var(--line);
  padding: 12px 14px 20px;
  overflow-y: auto;
}
section,
.group {
  margin-bottom: 14px;
  display: grid;
  gap: 5px;
}
details.group:not([open]) {
  display: block;
}
summary {
  cursor: pointer;
  font-weight: 600;
  font-size: 12.5px;
  color: var(--ink-2);
  margin-bottom: 5px;
}
.group > :deep(*) {
  min-width: 0;
}
h3 {
  font-size: 12.5px;
  color: var(--ink-2);
  border-bottom: 1px solid var(--line);
  padding-bottom: 3px;
}
.layers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2px 8px;
  font-size: 13px;
}
.layers input {
  accent-color: var(--chalk);
}
</style>
