<script setup lang="ts">
import { shortcutGroups } from '~/shortcuts'

const open = defineModel<boolean>({ required: true })
</script>

<template>
  <v-dialog v-model="open" width="520" aria-label="Keyboard shortcuts">
    <v-card title="Keyboard shortcuts">
      <v-card-text>
        <section v-for="(rows, name) in shortcutGroups" :key="name">
          <h3>{{ name }}</h3>
          <dl>
            <template v-for="{ keys, does } in rows" :key="keys">
              <dt>
                <kbd class="mono">{{ keys }}</kbd>
              </dt>
              <dd>{{ does }}</dd>
            </template>
          </dl>
        </section>
      </v-card-text>
      <v-card-actions><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h3 {
  font-size: var(--text-small);
  margin-top: var(--space-4);
}
dl {
  display: grid;
  grid-template-columns: 190px 1fr;
  gap: var(--space-1) var(--space-4);
}
dd {
  margin: 0;
}
</style>
