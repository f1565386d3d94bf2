<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectBox from '@/components/SelectBox'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask } from '@/api/client'
import { sendPhoto } from '@/api/photos'
import type { Photo } from '@/api/types'
import FilePick from '@/components/FilePick.vue'
import { sentence } from '@/logic/sentence'

/** A job's photos: taken with the phone or brought from a file, named, looked at large, taken away. */
const props = defineProps<{ job: string; abouts: { value: string; says: string }[] }>()
const { data, refetch } = useQuery({
  queryKey: computed(() => ['photos', props.job]),
  queryFn: async () =>
    (await ask(api.GET('/api/jobs/{job_id}/photos', { params: { path: { job_id: props.job } } }))).photos as Photo[],
  enabled: computed(() => !!props.job),
})
const photos = computed(() => data.value ?? [])
const about = ref('')
const says = ref('')
const fault = ref('')
const busy = ref(false)
async function take(files: File[]): Promise<void> {
  fault.value = ''
  busy.value = true
  try {
    for (const file of files) await sendPhoto(props.job, file, about.value, says.value)
    says.value = ''
  } catch (error) {
    fault.value = (error as Error).message
  } finally {
    busy.value = false
    await refetch()
  }
}
async function drop(photo: Photo): Promise<void> {
  fault.value = ''
  try {
    const path = { job_id: props.job, photo_id: photo.id }
    await ask(api.DELETE('/api/jobs/{job_id}/photos/{photo_id}', { params: { path } }))
  } catch (error) {
    fault.value = (error as Error).message
  }
  await refetch()
}
const address = (photo: Photo, small: boolean) =>
  `/api/jobs/${props.job}/photos/${photo.id}${small ? '?small=true' : ''}`
const called = (photo: Photo) =>
  photo.says || props.abouts.find((item) => item.value === photo.about)?.says || 'a photo of the job'
</script>

<template>
  <section aria-label="Photos">
    <h2>Photos</h2>
    <div class="take">
      <label class="small"
        >Of
        <SelectBox v-model="about">
          <option value="">The job</option>
          <option v-for="item in abouts" :key="item.value" :value="item.value">{{ sentence(item.says) }}</option>
        </SelectBox>
      </label>
      <label class="small">Caption <InputText v-model="says" maxlength="200" size="small" /></label>
      <FilePick says="Add photos" accept="image/*" many :busy="busy" @picked="take" />
    </div>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <ul v-if="photos.length" class="grid">
      <li v-for="photo in photos" :key="photo.id">
        <a :href="address(photo, false)" target="_blank" rel="noreferrer"
          ><img :src="address(photo, true)" :alt="called(photo)" loading="lazy" width="180" height="135"
        /></a>
        <span class="small">{{ called(photo) }}</span>
        <span class="small quiet">{{ photo.taken_at.slice(0, 10) }}, {{ photo.by }}</span>
        <Button text size="small" :aria-label="`Remove ${called(photo)}`" @click="drop(photo)">Remove</Button>
      </li>
    </ul>
    <p v-else class="small quiet">
      None yet. Take one of every hole before concrete, of what is hidden later, and of the whole when it is done.
    </p>
  </section>
</template>

<style scoped>
.take {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  margin-bottom: 10px;
}
.take > label {
  display: grid;
  gap: 2px;
}
.grid {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 14px;
}
.grid li {
  display: grid;
  gap: 2px;
  justify-items: start;
}
img {
  width: 100%;
  height: 135px;
  object-fit: cover;
  border: 1px solid var(--line);
}
</style>
