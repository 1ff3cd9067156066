<script setup lang="ts">
import { useBuild } from '~/stores/build'

const build = useBuild()
const open = computed(() => Boolean(build.conflict))
</script>

<template>
  <v-dialog :model-value="open" persistent width="620">
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
              <li v-for="label in build.conflict.merged.applied" :key="label">{{ label }}</li>
              <li v-for="one in build.conflict.merged.refused" :key="one.label" class="text-error">
                {{ one.label }}: does not fit theirs ({{ one.reason }})
              </li>
            </ul>
          </section>
        </div>
      </v-card-text>
      <v-card-actions class="choices">
        <v-btn variant="flat" color="primary" @click="build.resolveConflict('merge')">Put yours on top of theirs</v-btn>
        <v-btn variant="outlined" @click="build.resolveConflict('mine')">Keep yours as the next version</v-btn>
        <v-btn variant="outlined" @click="build.resolveConflict('theirs')">Take theirs (undo brings yours back)</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  margin-top: 12px;
}
h3 {
  font-size: 13px;
}
ul {
  padding-left: 18px;
}
.choices {
  flex-wrap: wrap;
}
</style>
