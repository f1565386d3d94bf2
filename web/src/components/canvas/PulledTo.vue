<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import { showLength, type Tape } from '@/logic/units'

/** Where what is pulled stands, for who does not see it: said when it rests, not sixty times a second. */
const props = defineProps<{ under: () => number; tape: Tape }>()
const says = refDebounced(
  computed(() => showLength(props.under(), props.tape)),
  250,
)
</script>

<template>
  <p class="visually-hidden" role="status">{{ says }}</p>
</template>
