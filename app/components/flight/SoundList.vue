<script setup lang="ts">
/** What makes a sound, when, and whether without the craft's battery. */
import { soundsOf } from '#core/controls'
import { useResolved } from '~/composables/usePlan'

const resolved = useResolved()
const sounds = computed(() => soundsOf(resolved.value))
</script>

<template>
  <details v-if="sounds.length">
    <summary>Sounds</summary>
    <div v-for="sound in sounds" :key="sound.fitted.id" class="sound">
      <b>{{ sound.fitted.instance.name }}</b> ({{ sound.fitted.device.name }})
      <span v-if="!sound.suits" class="text-error">does not suit this board</span>
      <p>{{ sound.by }}</p>
      <p>
        {{ sound.when.length ? `It sounds by: ${sound.when.join('; ')}.` : 'Nothing makes it sound yet.' }} Without the craft’s
        battery {{ sound.without }}.
      </p>
    </div>
  </details>
</template>

<style scoped>
.sound {
  margin: var(--space-3) 0;
}
</style>
