<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { computed } from 'vue'
import { pairs } from '@/api/adapt'
import type { ResolvedField, Job } from '@/api/types'
import AngleField from '@/components/AngleField.vue'
import CountField from '@/components/CountField.vue'
import LengthField from '@/components/LengthField.vue'
import NumberField from '@/components/NumberField.vue'
import PickField from '@/components/PickField.vue'
import RatingField from '@/components/RatingField.vue'
import StickField from '@/components/StickField.vue'
import WordsField from '@/components/WordsField.vue'
import type { RatingKind } from '@/logic/ratings'
import type { Tape } from '@/logic/units'
import { useJob } from '@/stores/job'
import { useReference } from '@/stores/reference'

/** One field of a kind's form, by its sort. */
const props = defineProps<{
  field: ResolvedField
  value: unknown
  tape: Tape
  path: string /** where refusals of this field point */
  school?: Job['school'] /** whose sticks are offered; none: the open job's */
}>()
const emit = defineEmits<{ put: [value: unknown] }>()
const reference = useReference()
const RATED: string[] = ['force', 'pressure', 'moment', 'mass']
/** A pick list needs a value for none. */
const NONE = '—'
const sticks = computed(() => [
  ...(props.field.empty && !props.field.may_be_empty ? [{ value: '', says: props.field.empty }] : []),
  ...((props.school ? reference.of(props.school) : reference.reference)?.items ?? [])
    .filter((item) => props.field.role.split(' ').includes(item.role))
    .map((item) => ({ value: item.key, says: item.says })),
])
/** Other structures of the job of the kind that is asked for. */
const job = useJob()
const structures = computed(() =>
  (job.document?.structures ?? [])
    .filter((item) => props.field.role.split(' ').includes(item.spec.kind))
    .map((item) => ({ value: item.spec.id, says: item.name })),
)
const options = computed(() => {
  const choices = pairs(props.field.choices).map(([value, says]) => ({ value, says }))
  return props.field.may_be_empty ? [{ value: NONE, says: props.field.empty || 'none' }, ...choices] : choices
})
/** A number of which nothing is written as 0: a rating that is not entered. */
const nothing = computed(() => !props.field.may_be_empty && !!props.field.empty && props.field.least === 0)
const empty = computed(() =>
  props.field.may_be_empty ? props.field.empty || 'as calculated' : nothing.value ? props.field.empty : '',
)
const number = computed(() => (typeof props.value === 'number' ? props.value : null))
function length(value: number | null): void {
  if (value !== null || props.field.may_be_empty) emit('put', value)
}
</script>

<template>
  <LengthField
    v-if="field.sort === 'length' || field.sort === 'small length'"
    inline
    :label="field.says"
    :bare="field.sort === 'small length' ? 'in' : undefined"
    :model-value="number"
    :tape="tape"
    :path="path"
    :optional="empty"
    @update:model-value="length"
  />
  <PickField
    v-else-if="field.sort === 'choice'"
    :label="field.says"
    :model-value="value === null || value === undefined ? NONE : String(value)"
    :options="options"
    :path="path"
    @update:model-value="emit('put', $event === NONE ? null : $event)"
  />
  <StickField
    v-else-if="field.sort === 'stick' && (value || !field.may_be_empty)"
    :label="field.says"
    :model-value="String(value ?? '')"
    :options="field.may_be_empty ? [{ value: NONE, says: empty }, ...sticks] : sticks"
    :tape="tape"
    :path="path"
    @update:model-value="emit('put', $event === NONE ? null : $event)"
  />
  <PickField
    v-else-if="field.sort === 'stick'"
    :label="field.says"
    :model-value="NONE"
    :options="[{ value: NONE, says: empty }, ...sticks]"
    :path="path"
    @update:model-value="emit('put', $event === NONE ? null : $event)"
  />
  <PickField
    v-else-if="field.sort === 'structure'"
    as-typed
    :label="field.says"
    :model-value="String(value || NONE)"
    :options="[{ value: NONE, says: field.empty || 'none' }, ...structures]"
    :path="path"
    @update:model-value="emit('put', $event === NONE ? '' : $event)"
  />
  <label v-else-if="field.sort === 'tick'" class="tick"
    ><Checkbox binary :model-value="value === true" @update:model-value="emit('put', $event)" /> {{ field.says }}</label
  >
  <AngleField
    v-else-if="field.sort === 'angle'"
    :label="field.says"
    :model-value="number"
    :path="path"
    :empty="empty"
    @update:model-value="emit('put', $event)"
  />
  <CountField
    v-else-if="field.sort === 'count' || field.sort === 'ratio'"
    :label="field.says"
    :model-value="number"
    :percent="field.sort === 'ratio'"
    :path="path"
    :empty="empty"
    @update:model-value="emit('put', $event)"
  />
  <RatingField
    v-else-if="RATED.includes(field.sort)"
    :label="field.says"
    :kind="field.sort as RatingKind"
    :model-value="nothing ? number || null : number"
    :tape="tape"
    :path="path"
    :empty="empty"
    @update:model-value="emit('put', $event ?? (nothing ? 0 : null))"
  />
  <NumberField
    v-else-if="field.sort === 'number'"
    :label="field.says"
    :model-value="number"
    :path="path"
    :empty="empty"
    @update:model-value="emit('put', $event)"
  />
  <WordsField
    v-else
    :label="field.says"
    :model-value="String(value ?? '')"
    :longest="field.longest ?? 200"
    :path="path"
    @update:model-value="emit('put', $event)"
  />
</template>

<style scoped>
.tick {
  display: flex;
  gap: 6px;
  align-items: baseline;
  color: var(--ink-2);
  font-size: 13px;
}
</style>
