<script setup lang="ts">
import { useBuild } from '~/stores/build'

const open = defineModel<boolean>({ required: true })
const build = useBuild()
const name = ref('')

watch(open, (now) => now && (name.value = build.plan?.name ?? ''), { immediate: true })

function rename() {
  open.value = false
  build.edit({ type: 'plan.rename', name: name.value })
}
</script>

<template>
  <v-dialog v-model="open" width="380" aria-label="Rename the build">
    <v-card title="Rename the build">
      <v-card-text><v-text-field v-model="name" label="Name" autofocus @keydown.enter="rename" /></v-card-text>
      <v-card-actions
        ><v-btn @click="open = false">Cancel</v-btn><v-btn color="primary" @click="rename">Rename</v-btn></v-card-actions
      >
    </v-card>
  </v-dialog>
</template>
