<script setup lang="ts">
import Toast from 'primevue/toast'
import DrawingDefs from '@/components/DrawingDefs.vue'
import AppBand from '@/components/AppBand.vue'
import { computed, defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import { useTour } from '@/stores/tour'
import { useTitle } from '@/composables/useTitle'

useTitle()
const tour = useTour()
const route = useRoute()
/** Pages without the crew's band: for somebody who is not signed in, and the one in the hand beside the hole. */
const BARE = ['sign-in', 'shared', 'join', 'field']
const band = computed(() => !!route.name && !BARE.includes(String(route.name)))
const TourCard = defineAsyncComponent(() => import('@/components/TourCard.vue'))
</script>

<template>
  <DrawingDefs />
  <AppBand v-if="band" />
  <router-view />
  <TourCard v-if="tour.on" />
  <Toast position="bottom-left" />
</template>
