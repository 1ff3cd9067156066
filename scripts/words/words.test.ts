import { describe, expect, it } from 'vitest'
import { wordsOf } from './words'

describe('wordsOf', () => {
  it('finds what a component says, in its markup, its attributes and its script', () => {
    const component = `
<script setup lang="ts">
import { a } from 'not said at all'
const words = many ? \`\${count} wires are made\` : 'No wires yet.'
const kind: 'not said either' = 'x-1'
</script>
<template>
  <section class="is not said" aria-label="Wires made">
    <p>Nothing differs. <b>{{ open ? 'Shown here' : 'left off' }}</b></p>
    <v-btn :aria-label="\`Remove \${name}\`" @click="run('not-a-sentence')">Undo</v-btn>
  </section>
</template>`
    expect(wordsOf('any.vue', component).sort()).toEqual(
      [
        '… wires are made',
        'No wires yet.',
        'Wires made',
        'Nothing differs.',
        'Shown here',
        'left off',
        'Remove …',
        'Undo',
      ].sort(),
    )
  })

  it('finds each sentence of a module once', () => {
    expect(wordsOf('any.ts', "const a = ['Take it', 'Take it', 'id', 'uart-tx', '12 V']")).toEqual(['Take it'])
  })
})
