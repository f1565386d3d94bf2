<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import LengthField from '@/components/LengthField.vue'
import PickField from '@/components/PickField.vue'
import { keyOf, sized } from '@/logic/sticks'
import type { Tape } from '@/logic/units'

/** A timber of the yard, or the same in the size that was measured on the stack. */
const props = withDefaults(
  defineProps<{
    modelValue: string
    options: { value: string | number; says: string }[]
    label: string
    tape: Tape
    path?: string
  }>(),
  { path: '' },
)
const emit = defineEmits<{ 'update:modelValue': [key: string] }>()
const now = computed(() => sized(props.modelValue))
const open = ref(false)
const thick = ref<number | null>(null)
const wide = ref<number | null>(null)
watch(now, (value) => ((thick.value = value.thick_m), (wide.value = value.wide_m)), { immediate: true })
function put(): void {
  if ((thick.value === null) !== (wide.value === null)) return
  emit('update:modelValue', keyOf({ like: now.value.like, thick_m: thick.value, wide_m: wide.value }))
}
</script>

<template>
  <div class="stick">
    <PickField
      inline
      :label="label"
      :model-value="now.like"
      :options="options"
      :path="path"
      @update:model-value="emit('update:modelValue', keyOf({ ...now, like: String($event) }))"
    />
    <Button
      v-if="!open && now.thick_m === null"
      text
      size="small"
      type="button"
      :aria-label="`${label}: Actual size differs`"
      @click="open = true"
    >
      Actual size differs
    </Button>
    <div v-else class="two">
      <LengthField
        label="Measured, thick"
        bare="in"
        :model-value="thick"
        :tape="tape"
        optional="as sold"
        @update:model-value="((thick = $event), put())"
      />
      <LengthField
        label="Wide"
        bare="in"
        :model-value="wide"
        :tape="tape"
        optional="as sold"
        @update:model-value="((wide = $event), put())"
      />
    </div>
    <p v-if="(thick === null) !== (wide === null)" class="small quiet" role="status">
      Type the other size as well: both are used together.
    </p>
  </div>
</template>

<style scoped>
.stick {
  display: grid;
  gap: 3px;
  min-width: 0;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
p {
  margin: 0;
}
button {
  justify-self: start;
}
</style>
