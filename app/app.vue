<script setup lang="ts">
import { keepFocus } from '~/composables/keepFocus'
import { useSession } from '~/stores/session'

onMounted(useSession().look)
onMounted(keepFocus)
</script>

<template>
  <v-app>
    <TroubleBar />
    <NuxtPage />
    <NoticeBar />
  </v-app>
</template>
