<script setup lang="ts">
const route = useRoute()
await navigateTo(`/builds/${String(route.params.id)}/fit-out`, { replace: true })
</script>

<template><div /></template>
