<script setup lang="ts">
import { mdiLogout } from '@mdi/js'
import { useSession } from '~/stores/session'

const places = [
  { to: '/', name: 'Builds' },
  { to: '/catalogue', name: 'Catalogue' },
  { to: '/rules', name: 'Rules' },
  { to: '/backups', name: 'Backups' },
]
const session = useSession()
</script>

<template>
  <HeadBar>
    <img src="/mark.svg" width="24" height="24" alt="" /><b>Ypodoma</b>
    <nav aria-label="Places">
      <NuxtLink v-for="place in places" :key="place.to" :to="place.to" exact-active-class="here">{{ place.name }}</NuxtLink>
    </nav>
    <v-spacer />
    <slot />
    <v-btn v-if="session.session?.needed" :prepend-icon="mdiLogout" @click="session.leave()"
      >Log out ({{ session.session.author ?? session.session.role }})</v-btn
    >
  </HeadBar>
</template>

<style scoped>
nav {
  display: flex;
  gap: var(--space-2);
  margin-left: var(--space-6);
  overflow-x: auto;
}
@media (width < 640px) {
  b {
    display: none;
  }
  nav {
    margin-left: 0;
  }
}
nav a {
  color: inherit;
  text-decoration: none;
  padding: var(--space-2) var(--space-4);
  border-bottom: 3px solid transparent;
}
nav a.here {
  border-bottom-color: rgb(var(--v-theme-primary));
  font-weight: 700;
}
</style>
