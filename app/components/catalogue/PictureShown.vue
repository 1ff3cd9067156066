<script setup lang="ts">
/** A picture that is kept, large: zoomed by wheel and keys, moved by pointer and arrows. */
import type { Attached } from '#core/tracing'
import { pictureAddress } from '~/pictures/address'

const { part } = defineProps<{ part: Attached }>()
const emit = defineEmits<{ close: [] }>()
const address = computed(() => pictureAddress(part.picture!))
const size = shallowRef<{ width: number; height: number }>()
const isGone = ref(false)
const sheet = useTemplateRef<{ zoom: (factor: number) => void; fit: () => void }>('sheet')
function measure(event: Event) {
  const { naturalWidth: width, naturalHeight: height } = event.target as HTMLImageElement
  size.value = { width, height }
}
</script>

<template>
  <v-dialog :model-value="true" width="1160" :aria-label="part.label" @update:model-value="emit('close')">
    <v-card :title="part.label" :subtitle="part.note">
      <v-card-text>
        <p v-if="isGone" role="alert">
          This picture is not on this server: the definition came from elsewhere without it. Add it anew.
        </p>
        <img v-if="!size" class="first" :src="address" :alt="part.label" @load="measure" @error="isGone = true" />
        <div v-else class="shown"><MarkedPicture ref="sheet" :address :size /></div>
      </v-card-text>
      <v-card-actions>
        <v-btn :disabled="!size" @click="sheet?.zoom(1.5)">Closer</v-btn>
        <v-btn :disabled="!size" @click="sheet?.fit()">Whole</v-btn>
        <v-spacer />
        <v-btn @click="emit('close')">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.first {
  visibility: hidden;
  height: 1px;
}
.shown {
  height: min(620px, 66vh);
  border: var(--edge);
}
</style>
