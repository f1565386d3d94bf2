<script setup lang="ts">
import Toast from 'primevue/toast'
import DrawingDefs from '@/components/DrawingDefs.vue'
import { defineAsyncComponent } from 'vue'
import { useTour } from '@/stores/tour'
import { useTitle } from '@/composables/useTitle'

useTitle()
const tour = useTour()
const TourCard = defineAsyncComponent(() => import('@/components/TourCard.vue'))
</script>

<template>
  <DrawingDefs />
  <router-view />
  <TourCard v-if="tour.on" />
  <Toast position="bottom-center" />
</template>
