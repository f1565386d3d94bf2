<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useJob } from '@/stores/job'

/** What nobody has said about the site: a depth or load of none that is not confirmed, or an assumed soil or wind. */
const props = defineProps<{ of: 'frost' | 'snow' | 'soil' | 'wind'; zero?: boolean }>()
const store = useJob()
const site = computed(() => store.document!.site)
const LABELS = {
  frost: {
    open: 'Not known: frost depth is taken as 0.',
    act: 'There is no frost here',
    done: 'No frost here.',
  },
  snow: { open: 'Not known: snow load is taken as 0.', act: 'There is no snow here', done: 'No snow here.' },
  soil: { open: 'Assumed, not confirmed.', act: 'Confirm this soil', done: '' },
  wind: { open: 'Assumed, not confirmed.', act: 'Confirm this wind', done: '' },
}
const label = computed(() => LABELS[props.of])
const absent = computed(() => props.of === 'frost' || props.of === 'snow')
const confirmed = computed(() => absent.value && site.value.none_here?.includes(props.of as never))
const open = computed(() =>
  absent.value ? props.zero && !confirmed.value : site.value.assumed?.includes(props.of as never),
)
function confirm(): void {
  store.change(
    (job) => {
      if (absent.value) job.site.none_here = [...job.site.none_here, props.of as never]
      else job.site.assumed = job.site.assumed.filter((item) => item !== props.of)
    },
    `${label.value.act.charAt(0).toLowerCase()}${label.value.act.slice(1)}`,
  )
}
function unsure(): void {
  store.change(
    (job) => void (job.site.none_here = job.site.none_here.filter((item) => item !== props.of)),
    `${props.of} not known`,
  )
}
</script>

<template>
  <p v-if="open" class="small gap">
    {{ label.open }}
    <Button severity="secondary" outlined size="small" type="button" @click="confirm">{{ label.act }}</Button>
  </p>
  <p v-else-if="confirmed && zero" class="small quiet">
    {{ label.done }} <Button text size="small" type="button" @click="unsure">Not known</Button>
  </p>
</template>

<style scoped>
.gap {
  margin: 0;
}
p.quiet {
  margin: 0;
}
</style>
