<script setup lang="ts">
import { rules, type Finding, type Fix } from '#core/checks'
import { useBuild } from '~/stores/build'

const { finding } = defineProps<{ finding: Finding }>()
const emit = defineEmits<{ pick: [] }>()
const build = useBuild()
const open = ref(false)
const preview = ref<{ label: string; text: string }>()
const meta = computed(() => rules.find((rule) => rule.meta.id === finding.rule)?.meta)

/** Says what a fix would change, by trying it on a copy. */
async function look(fix: Fix) {
  const words = { label: fix.label, text: 'working it out' }
  preview.value = words
  try {
    const seen = await build.preview(fix.edit)
    if (!seen) return
    const { settles, brings, moves } = seen
    words.text = [
      `settles ${settles.length} finding${settles.length === 1 ? '' : 's'}`,
      brings.length ? `brings ${brings.length} new` : 'brings none',
      moves.length ? `moves ${moves.length}` : 'moves nothing',
    ].join(', ')
  } catch (error) {
    words.text = (error as Error).message
  }
  if (preview.value?.label === fix.label) preview.value = { ...words }
}

function apply(fix: Fix) {
  preview.value = undefined
  build.edit(fix.edit)
}
</script>

<template>
  <article class="card">
    <button class="fact" @click="emit('pick')">
      <span class="mono rule">{{ finding.rule }}</span> {{ finding.fact }}
    </button>
    <div class="actions">
      <v-btn
        v-for="fix in finding.fixes.slice(0, 4)"
        :key="fix.label"
        variant="outlined"
        color="primary"
        size="x-small"
        @mouseenter="look(fix)"
        @focus="look(fix)"
        @mouseleave="preview = undefined"
        @blur="preview = undefined"
        @click="apply(fix)"
        >{{ fix.label }}</v-btn
      >
      <button class="why" :aria-expanded="open" @click="open = !open">Why</button>
    </div>
    <p v-if="preview" class="preview" role="status">{{ preview.label }}: {{ preview.text }}.</p>
    <p v-if="open" class="quiet reason">
      <b>{{ meta?.title }}.</b> {{ meta?.why }}
    </p>
  </article>
</template>

<style scoped>
.card {
  padding: var(--space-2) var(--space-5) var(--space-3);
  border-bottom: var(--edge);
}
.fact {
  display: block;
  text-align: left;
  font-size: var(--text-small);
}
.rule {
  font-size: var(--text-fine);
  padding: 0 var(--space-2);
  border: var(--edge);
  border-radius: 3px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2) var(--space-3);
  align-items: center;
  margin-top: var(--space-2);
}
.why {
  font-size: var(--text-fine);
  text-decoration: underline;
  padding: var(--space-1);
}
.preview {
  font-size: var(--text-fine);
  margin: var(--space-2) 0 0;
  color: rgb(var(--v-theme-secondary));
}
.reason {
  font-size: var(--text-small);
  margin: var(--space-2) 0 0;
}
</style>
