<script setup lang="ts">
/** The display of a board at the other end of the line, which follows what is laid out here. */
import { displayStream, glyphPaths, signOfCode, type DisplayKind } from '#core/display'
import { callApi } from '~/composables/useApi'
import { useBoardLine } from '~/stores/board'

const { screen, display } = defineProps<{ screen: string[][]; display: DisplayKind }>()
const line = useBoardLine()
const shown = shallowRef<number[][]>()
const failure = ref('')
const bytes = computed(() => [...displayStream(screen)])
let sending = false

/** Sends what is to be seen; what changed meanwhile goes next, and only the last of it. */
async function send() {
  if (sending) return
  sending = true
  let sent
  while (sent !== bytes.value && !failure.value) {
    sent = bytes.value
    try {
      const body = { port: line.port, columns: display.columns, rows: display.rows, bytes: sent }
      shown.value = (await callApi('POST /api/board/display', { body })).shown
    } catch (error) {
      failure.value = (error as Error).message
    }
  }
  sending = false
}
watch(bytes, send, { immediate: true })
function again() {
  failure.value = ''
  void send()
}
const cells = computed(() =>
  (shown.value ?? []).flatMap((row, y) => row.flatMap((code, x) => (code === 0 ? [] : [{ x, y, sign: signOfCode(code) }]))),
)
</script>

<template>
  <figure class="preview" aria-label="What the board shows">
    <p v-if="failure" role="alert" class="text-error">
      {{ failure }} <button class="underlined" @click="again">Try again</button>
    </p>
    <svg
      v-else-if="shown"
      :viewBox="`0 0 ${display.columns * display.set.width} ${display.rows * display.set.height}`"
      :style="{ aspectRatio: display.aspect }"
      preserveAspectRatio="none"
      role="img"
      :aria-label="`The board shows: ${shown
        .map((row) =>
          row
            .map((code) => (code ? signOfCode(code) : ' '))
            .join('')
            .trim(),
        )
        .filter(Boolean)
        .join(', ')}`"
    >
      <g
        v-for="{ x, y, sign } in cells"
        :key="`${x} ${y}`"
        :transform="`translate(${x * display.set.width} ${y * display.set.height})`"
      >
        <path :d="glyphPaths(sign, display.set).ink" />
      </g>
    </svg>
    <figcaption class="quiet">On the board at port {{ line.port }}, as it shows it.</figcaption>
  </figure>
</template>

<style scoped>
.preview {
  margin: var(--space-3) 0;
  max-width: 360px;
}
svg {
  display: block;
  width: 100%;
  background: #0b1119;
  fill: #ffffff;
}
</style>
