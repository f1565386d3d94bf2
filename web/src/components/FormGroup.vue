<script setup lang="ts">
import { computed, toRef } from 'vue'
import type { ResolvedField } from '@/api/types'
import FoldSection from '@/components/FoldSection.vue'
import FormField from '@/components/FormField.vue'
import { useStructure } from '@/composables/useStructure'
import { read, write } from '@/logic/paths'
import { useJob } from '@/stores/job'

/** A titled group of fields of a structure, or of the whole job, changed in place. */
const props = defineProps<{
  structure: string
  title: string
  fields: ResolvedField[]
  folded?: boolean
  told?: boolean /** what each does stands under it */
  whole?: boolean /** of the job, not of the structure */
}>()
const store = useJob()
const { spec, path, specOf } = useStructure(toRef(props, 'structure'))
function put(field: ResolvedField, value: unknown): void {
  store.change((job) => write(props.whole ? job : specOf(job), field.path, value), field.says.toLowerCase())
}
const at = computed(() => (props.whole ? store.document : spec.value))
</script>

<template>
  <FoldSection :title="title" :folded="folded" :fixed="told">
    <template v-for="field in fields" :key="field.path">
      <FormField
        :field="field"
        :value="read(at, field.path)"
        :tape="store.tape"
        :path="whole ? field.path : `${path}/${field.path}`"
        @put="put(field, $event)"
      />
      <p v-if="told && field.text" class="small quiet does">{{ field.text }}</p>
    </template>
  </FoldSection>
</template>

<style scoped>
.does {
  margin: -3px 0 2px;
}
</style>
