<script setup lang="ts">
/** Writes to the board what it has otherwise than the plan, from wherever that is told. */
import { useBoardLine } from '~/stores/board'
import { useBuild } from '~/stores/build'

const line = useBoardLine()
const build = useBuild()
</script>

<template>
  <v-btn
    class="write"
    variant="outlined"
    color="primary"
    size="x-small"
    :disabled="Boolean(line.working) || !line.right"
    @click="line.write"
    >Write to the board at port {{ line.port }}</v-btn
  >
  <span v-if="line.working" role="status">{{ line.working }}.</span>
  <span v-if="line.failure" class="text-error" role="alert"
    >{{ line.failure }} <NuxtLink :to="`/builds/${build.id}/settings?view=board`">To the board</NuxtLink></span
  >
</template>

<style scoped>
.write {
  min-height: 24px;
}
span {
  font-size: var(--text-fine);
}
</style>
