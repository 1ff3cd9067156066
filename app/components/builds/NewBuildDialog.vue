<script setup lang="ts">
import { callApi } from '~/composables/useApi'
import { useCatalogue } from '~/stores/catalogue'

const open = defineModel<boolean>({ required: true })
const catalogue = useCatalogue()
const name = ref('')
const board = ref<string>()
const problem = ref('')
const making = ref(false)

watch(open, (now) => now && void catalogue.load(), { immediate: true })
const boards = computed(() =>
  Object.values(catalogue.library?.boards ?? {}).map(({ id, name: title, summary }) => ({
    value: id,
    title,
    props: { subtitle: summary },
  })),
)

async function make() {
  problem.value = ''
  try {
    const { id } = await callApi('POST /api/builds', { body: { name: name.value.trim(), board: board.value } })
    open.value = false
    await navigateTo(`/builds/${id}/fit-out`)
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <v-dialog v-model="open" width="460" aria-label="New build">
    <v-card title="New build">
      <v-card-text class="fields">
        <v-text-field v-model="name" label="Name" autofocus maxlength="80" />
        <v-select v-model="board" :items="boards" label="Flight controller board" />
        <v-btn variant="text" class="own" :disabled="!name.trim()" @click="making = true">My board is not here: make it</v-btn>
        <p v-if="problem" class="text-error" role="alert">{{ problem }}</p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!name.trim() || !board" @click="make">Make the build</v-btn>
      </v-card-actions>
    </v-card>
    <LazyNewDefinitionDialog v-if="making" v-model="making" kind="board" :goal="{ for: name.trim() }" />
  </v-dialog>
</template>

<style scoped>
.fields {
  display: grid;
  gap: var(--space-5);
}
.own {
  justify-self: start;
}
</style>
