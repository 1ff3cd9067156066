<script setup lang="ts">
import { author as savedAuthor, setAuthor } from '~/composables/author'
import { useSession } from '~/stores/session'

useHead({ title: 'Come in · Ypodoma' })
const session = useSession()
const route = useRoute()
const passphrase = ref('')
const name = ref(savedAuthor() === 'me' ? '' : savedAuthor())
const problem = ref('')
const asking = ref(false)

watch(
  () => session.session?.needed,
  (needed) => needed === false && navigateTo('/'),
  { immediate: true },
)

async function enter() {
  if (!passphrase.value) return
  asking.value = true
  problem.value = ''
  try {
    await session.enter(passphrase.value, name.value)
    setAuthor(name.value)
    const back = String(route.query.back ?? '/')
    // Only to a page of this server, whatever the address says.
    await navigateTo(back.startsWith('/') && !back.startsWith('//') ? back : '/')
  } catch (error) {
    problem.value = (error as Error).message
  }
  asking.value = false
}
</script>

<template>
  <main class="enter">
    <form @submit.prevent="enter">
      <h1><img src="/mark.svg" width="28" height="28" alt="" /> Ypodoma</h1>
      <p class="quiet">
        This server asks for a passphrase. Which one you give decides what you may do: change, tick off, or look.
      </p>
      <v-text-field
        v-model="passphrase"
        label="Passphrase"
        type="password"
        autocomplete="current-password"
        autofocus
        :error-messages="problem"
      />
      <v-text-field v-model="name" label="Your name, which signs what you save" autocomplete="name" maxlength="60" />
      <v-btn type="submit" variant="flat" color="primary" :loading="asking" :disabled="!passphrase">Come in</v-btn>
    </form>
  </main>
</template>

<style scoped>
.enter {
  display: grid;
  place-items: start center;
  padding: 18vh var(--space-6);
}
form {
  display: grid;
  gap: var(--space-6);
  width: min(380px, 100%);
}
h1 {
  display: flex;
  gap: var(--space-4);
  align-items: center;
}
</style>
