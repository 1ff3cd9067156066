<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const groups: Record<string, [keys: string, does: string][]> = {
  Everywhere: [
    ['Ctrl K', 'commands: find and run anything'],
    ['Ctrl Z', 'undo'],
    ['Ctrl Shift Z or Ctrl Y', 'redo'],
    ['Ctrl S', 'save a version now'],
    ['Esc', 'break off a drag, close what is on top; else select nothing'],
    ['?', 'this sheet'],
  ],
  'Fit grid': [
    ['Arrows', 'from cell to cell'],
    ['Enter', 'lock there, or unlock'],
    ['B', 'ban, or allow again'],
  ],
  'Board and drawings': [
    ['+ and −', 'zoom'],
    ['Arrows', 'move the sheet'],
    ['Alt and arrows', 'move the device or part in focus'],
    ['Enter', 'select'],
    ['[ and ]', 'the wire before, the next wire'],
  ],
}
</script>

<template>
  <v-dialog v-model="open" width="520" aria-label="Keyboard shortcuts">
    <v-card title="Keyboard shortcuts">
      <v-card-text>
        <section v-for="(keys, name) in groups" :key="name">
          <h3>{{ name }}</h3>
          <dl>
            <template v-for="[key, does] in keys" :key="key">
              <dt>
                <kbd class="mono">{{ key }}</kbd>
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
