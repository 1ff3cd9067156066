<script setup lang="ts">
import { useSession } from '~/stores/session'

onMounted(useSession().look)
</script>

<template>
  <v-app>
    <TroubleBar />
    <NuxtPage />
    <NoticeBar />
  </v-app>
</template>
