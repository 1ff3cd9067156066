<script setup lang="ts">
import { useBuild } from '~/stores/build'

const build = useBuild()
const open = computed(() => Boolean(build.conflict))
</script>

<template>
  <v-dialog :model-value="open" persistent width="620" aria-label="Saved elsewhere first">
    <v-card v-if="build.conflict" title="This build was saved elsewhere first">
      <v-card-text>
        <p>
          Version {{ build.conflict.newest }} came in while you worked on version {{ build.version }}. Nothing is lost: both are
          here.
        </p>
        <div class="both">
          <section>
            <h3>Theirs</h3>
            <ul>
              <li v-for="version in build.conflict.versions" :key="version.number">
                v{{ version.number }}, {{ version.author }}: {{ version.steps.join('; ') }}
              </li>
            </ul>
          </section>
          <section>
            <h3>Yours</h3>
            <ul>
              <li v-for="({ label }, at) in build.conflict.merged.applied" :key="at">{{ label }}</li>
              <li v-for="step in build.conflict.merged.refused" :key="step.label" class="text-error">
                {{ step.label }}: does not fit theirs ({{ step.reason }})
              </li>
            </ul>
          </section>
        </div>
      </v-card-text>
      <v-card-actions class="choices">
        <v-btn variant="flat" color="primary" @click="build.settleConflict('merge')">Put yours on top of theirs</v-btn>
        <v-btn variant="outlined" @click="build.settleConflict('mine')">Keep yours as the next version</v-btn>
        <v-btn variant="outlined" @click="build.settleConflict('theirs')">Take theirs (undo brings yours back)</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-6);
  margin-top: var(--space-5);
}
h3 {
  font-size: var(--text-small);
}
ul {
  padding-left: var(--space-6);
}
.choices {
  flex-wrap: wrap;
}
</style>
