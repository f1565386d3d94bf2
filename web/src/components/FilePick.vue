<script setup lang="ts">
/** A button that takes files; what was picked is given on, and the same file can be picked again. */
withDefaults(defineProps<{ says: string; accept: string; many?: boolean; busy?: boolean }>(), {
  many: false,
  busy: false,
})
const emit = defineEmits<{ picked: [files: File[]] }>()
function pick(event: Event): void {
  const field = event.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  if (files.length) emit('picked', files)
}
</script>

<template>
  <label class="plain small file">
    {{ busy ? 'One moment…' : says }}
    <input type="file" :accept="accept" :multiple="many" :disabled="busy" class="hidden" @change="pick" />
  </label>
</template>

<style scoped>
/* Its hidden field lies within it: it would lengthen the page else. */
.file {
  position: relative;
  display: inline-block;
  cursor: pointer;
  padding: 7px 12px;
  border: 1px solid var(--line);
}
.file:focus-within {
  outline: 2px solid var(--chalk);
}
.hidden {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
</style>
