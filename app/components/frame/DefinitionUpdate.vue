<script setup lang="ts">
import { compare } from 'fast-json-patch'
import type { BoardDefinition, DeviceDefinition } from '#core/catalogue'
import { useBuild } from '~/stores/build'
import { useCatalogue } from '~/stores/catalogue'

const { definition } = defineProps<{ definition: BoardDefinition | DeviceDefinition }>()
const build = useBuild()
const catalogue = useCatalogue()
const open = ref(false)

const newer = computed(() => catalogue.library?.[definition.kind === 'board' ? 'boards' : 'devices'][definition.id])
const differences = computed(() => (newer.value ? compare(definition, newer.value) : []))
const show = (value: unknown) => (value === undefined ? '' : JSON.stringify(value).slice(0, 60))

function valueAt(path: string): unknown {
  return path
    .split('/')
    .slice(1)
    .reduce<unknown>(
      (value, key) => (value as Record<string, unknown> | undefined)?.[key.replace(/~1/g, '/').replace(/~0/g, '~')],
      definition,
    )
}

function take() {
  if (newer.value) build.edit({ type: 'definition.update', definition: newer.value })
  open.value = false
}
</script>

<template>
  <div v-if="differences.length" class="update">
    {{ definition.name }} in the catalogue differs from that in this plan.
    <v-btn color="primary" variant="outlined" @click="open = true">Compare</v-btn>
    <v-dialog v-model="open" width="720" aria-label="Newer definition">
      <v-card :title="`${definition.name}: plan and catalogue`">
        <v-card-text class="list">
          <v-table class="plain">
            <thead>
              <tr>
                <th>Place</th>
                <th>In this plan</th>
                <th>In the catalogue</th>
              </tr>
            </thead>
            <tbody class="mono">
              <tr v-for="difference in differences" :key="difference.path">
                <td>{{ difference.path.slice(1).replaceAll('/', '.') }}</td>
                <td>{{ show(valueAt(difference.path)) }}</td>
                <td>{{ 'value' in difference ? show(difference.value) : 'gone' }}</td>
              </tr>
            </tbody>
          </v-table>
        </v-card-text>
        <v-card-actions>
          <v-btn @click="open = false">Keep the plan's</v-btn>
          <v-btn color="primary" variant="flat" @click="take">Take the catalogue's</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.update {
  flex-basis: 100%;
  font-size: var(--text-small);
}
.list {
  max-height: 420px;
  overflow: auto;
}
</style>
