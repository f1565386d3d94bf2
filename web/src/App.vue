<script setup lang="ts">
import Toast from 'primevue/toast'
import DrawingDefs from '@/components/DrawingDefs.vue'
import { useTitle } from '@/composables/useTitle'

useTitle()
</script>

<template>
  <DrawingDefs />
  <router-view />
  <Toast position="bottom-center" />
</template>
