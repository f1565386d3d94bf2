<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import type { Links } from '@/api/types'

/** Links by which the client looks at the job without signing in; each can be taken back. */
const props = defineProps<{ job: string }>()
const path = computed(() => ({ params: { path: { job_id: props.job } } }))
const { data, refetch } = useQuery({
  queryKey: computed(() => ['links', props.job]),
  queryFn: async () => (await ask(api.GET('/api/jobs/{job_id}/links', path.value))) as Links,
  enabled: computed(() => !!props.job),
})
const says = ref('')
const quote = ref(true)
const photos = ref(false)
const made = ref('')
const fault = ref('')
async function make(): Promise<void> {
  fault.value = ''
  try {
    const body = { says: says.value, shows_quote: quote.value, shows_photos: photos.value }
    const found = await ask(api.POST('/api/jobs/{job_id}/links', { ...path.value, body }))
    made.value = `${location.origin}/shared/${found.secret}`
    says.value = ''
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
async function drop(number: number): Promise<void> {
  fault.value = made.value = ''
  try {
    await ask(api.DELETE('/api/jobs/{job_id}/links/{number}', { params: { path: { job_id: props.job, number } } }))
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
</script>

<template>
  <section aria-label="Links for the client">
    <h2>Client link</h2>
    <p class="small quiet">
      A link opens the picture and what you tick, to anyone who has it. With the quote on it, the client can accept the
      offer or a change order there. You can revoke it.
    </p>
    <form class="make" @submit.prevent="make">
      <label class="small">Recipient <InputText v-model="says" maxlength="80" size="small" /></label>
      <label class="small"><Checkbox v-model="quote" binary /> The last quote</label>
      <label class="small"><Checkbox v-model="photos" binary /> The photos</label>
      <Button severity="secondary" outlined size="small" type="submit">Make a link</Button>
    </form>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <p v-if="made" role="status">
      <label class="small"
        >Copy now; it won't be shown again <InputText class="secret" :model-value="made" readonly size="small"
      /></label>
    </p>
    <ul v-if="data?.links.length" class="small">
      <li v-for="link in data.links" :key="link.id">
        {{ link.says || 'a link' }}, {{ link.made_at.slice(0, 10) }}:
        {{ ['the picture', link.shows_quote && 'the quote', link.shows_photos && 'photos'].filter(Boolean).join(', ') }}
        <Button text size="small" :aria-label="`Revoke the link ${link.says}`" @click="drop(link.id)"> Revoke </Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.make {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
.make > label:first-child {
  display: grid;
  gap: 2px;
}
.secret {
  display: block;
  width: 100%;
  max-width: 640px;
}
</style>
