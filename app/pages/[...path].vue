<script setup lang="ts">
const route = useRoute()
useHead({ title: 'Not there · Ypodoma' })
</script>

<template>
  <div class="page">
    <SiteBar />
    <main class="pa-6">
      <h1>There is nothing at this address</h1>
      <p class="mono my-4">{{ route.path }}</p>
      <p>
        <NuxtLink to="/">All builds</NuxtLink>, <NuxtLink to="/catalogue">the catalogue</NuxtLink> or
        <NuxtLink to="/rules">the rules</NuxtLink>.
      </p>
    </main>
  </div>
</template>

<style scoped>
h1 {
  font-size: var(--text-head);
}
a {
  color: rgb(var(--v-theme-primary));
}
</style>
