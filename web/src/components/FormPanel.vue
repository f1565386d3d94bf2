<script setup lang="ts">
import { computed, onMounted, toRef } from 'vue'
import type { Kind, Sheet } from '@/api/types'
import BuildPanel from '@/components/BuildPanel.vue'
import FormGroup from '@/components/FormGroup.vue'
import { useStructure } from '@/composables/useStructure'
import { asksNow } from '@/logic/settings'
import { useReference } from '@/stores/reference'

/** The panel of any kind, made from its form: fields with the limits and choices that the server names. */
const props = defineProps<{ structure: string; sheet: Sheet | null; kind: Kind | null }>()
const reference = useReference()
onMounted(() => void reference.load())
const { spec } = useStructure(toRef(props, 'structure'))
const groups = computed(() =>
  (props.kind?.form ?? [])
    .map((group) => ({ ...group, fields: group.fields.filter((field) => asksNow(field, spec.value)) }))
    .filter((group) => group.fields.length),
)
</script>

<template>
  <BuildPanel :structure="structure" :sheet="sheet">
    <FormGroup
      v-for="group in groups"
      :key="group.title"
      :structure="structure"
      :title="group.title"
      :fields="group.fields"
      :folded="group.folded"
    />
    <p v-if="spec && !groups.length" class="small quiet">Nothing of this is chosen here: it is as its line says.</p>
  </BuildPanel>
</template>
