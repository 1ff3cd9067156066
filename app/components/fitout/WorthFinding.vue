<script setup lang="ts">
/** Figures of the build that nobody knows: those on which most hangs first, with how each is found out. */
import { turnWords, type WorthKnowing } from '#core/engine'
import { useLatest } from '~/composables/useLatest'
import { usePlan } from '~/composables/usePlan'
import { useQuestions } from '~/composables/useQuestions'

const plan = usePlan()
const questions = useQuestions()
const found = shallowRef<WorthKnowing[]>()
const { running, begin, stop } = useLatest(() => questions.stop())
const look = () =>
  begin(async (counts) => {
    const worth = await questions.worthKnowing(plan.value)
    if (counts() && worth) found.value = worth
  })
watch(plan, look, { immediate: true })
/** Shown at once; the others on demand. */
const most = 4
const all = ref(false)
const telling = computed(() => found.value?.filter(({ turns }) => turns.length) ?? [])
const silent = computed(() => (found.value?.length ?? 0) - telling.value.length)
const shown = computed(() => (all.value ? telling.value : telling.value.slice(0, most)))
</script>

<template>
  <p v-if="!found" role="status" class="worth quiet">
    <template v-if="running">
      Looking what hangs on each figure that is not certain. <v-btn size="x-small" @click="stop">Stop</v-btn>
    </template>
    <v-btn v-else size="x-small" @click="look">Look what hangs on figures that are not certain</v-btn>
  </p>
  <section v-else-if="found?.length" class="worth" aria-label="Worth finding out" :aria-busy="running">
    <h2>Worth finding out</h2>
    <p v-if="!telling.length" class="quiet">
      {{ found.length === 1 ? 'One figure is' : `${found.length} figures are` }} not certain; half or twice
      {{ found.length === 1 ? 'it' : 'of each' }} would change no finding.
    </p>
    <ol v-else>
      <li v-for="each in shown" :key="`${each.definition} ${each.place}`">
        <NuxtLink :to="`/catalogue/${each.kind}/${each.definition}`">{{ each.name }}</NuxtLink>: {{ each.words }},
        <span class="mono">{{ each.place }}</span> ({{ each.value }} is not certain): {{ turnWords(each.turns) }}.
        <template v-if="each.find">Find out: {{ each.find }}.</template>
      </li>
    </ol>
    <v-btn v-if="telling.length > most" size="x-small" @click="all = !all">{{
      all ? 'Only the first' : `${telling.length - most} more`
    }}</v-btn>
    <p v-if="telling.length && silent" class="quiet">
      {{ silent === 1 ? 'One more is' : `${silent} more are` }} not certain, on which no finding hangs at half or twice.
    </p>
  </section>
</template>

<style scoped>
.worth {
  padding: var(--space-5) var(--space-6);
  font-size: var(--text-small);
}
h2 {
  font-size: var(--text-body);
  margin-bottom: var(--space-3);
}
ol {
  padding-left: var(--space-6);
}
a {
  color: rgb(var(--v-theme-primary));
}
</style>
