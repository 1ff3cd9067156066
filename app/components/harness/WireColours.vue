<script setup lang="ts">
import { mdiPaletteOutline } from '@mdi/js'
import { colourRoles, type ColourRole, type Plan } from '#core/plan'
import { wireColours, type WireColour } from '#core/units'
import { usePlan } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { ofBrowser } from '~/session/own-storage'
import { useNotices } from '~/stores/notices'

/** Where a browser keeps the workshop's colours, for the next build. */
const shelf = 'ypodoma-wire-colours'

const build = useBuild()
const plan = usePlan()
const notices = useNotices()
const open = ref(false)
const scheme = computed(() => plan.value.colours)
const choices = Object.entries(wireColours).map(([value, { name }]) => ({ value, title: `${value}, ${name}` }))
const kept = ref<Plan['colours']>()

function look() {
  open.value = true
  try {
    kept.value = JSON.parse(ofBrowser.read(shelf) ?? 'null') ?? undefined
  } catch {
    kept.value = undefined
  }
}

function set(role: ColourRole, colour: WireColour | null) {
  const { [role]: _, ...rest } = scheme.value
  build.edit({ type: 'colours.set', colours: colour ? { ...rest, [role]: colour } : rest })
}

function keep() {
  if (!ofBrowser.keep(shelf, JSON.stringify(scheme.value)))
    return notices.complain('This browser keeps nothing for pages; let it keep site data of this address.')
  kept.value = scheme.value
  notices.tell('These colours are kept in this browser for other builds.')
}

/** What a browser holds may be anything: only colours of roles are taken. */
function take() {
  const known = Object.entries(kept.value ?? {}).filter(
    ([role, colour]) => Object.hasOwn(colourRoles, role) && Object.hasOwn(wireColours, colour),
  )
  build.edit({ type: 'colours.set', colours: Object.fromEntries(known) })
}
</script>

<template>
  <v-btn class="no-print" :prepend-icon="mdiPaletteOutline" @click="look">Colours</v-btn>
  <v-dialog v-model="open" width="620" scrollable aria-label="Colours of wires by what they are for">
    <v-card title="Colours of wires by what they are for">
      <v-card-text>
        <p class="quiet">
          Leads that parts come with keep their colours, and so does a wire that was given one by hand. Where nothing is chosen,
          the colour is that of the part’s terminal; motors and pictures have colours of their own.
        </p>
        <div class="roles">
          <v-select
            v-for="(words, role) in colourRoles"
            :key="role"
            :model-value="scheme[role]"
            :items="choices"
            :label="words"
            clearable
            hide-details
            @update:model-value="(colour: WireColour | null) => set(role, colour)"
          />
        </div>
      </v-card-text>
      <v-card-actions>
        <v-btn :disabled="!kept" @click="take">Take the workshop’s</v-btn>
        <v-btn @click="keep">Keep as the workshop’s</v-btn>
        <v-spacer />
        <v-btn variant="flat" color="primary" @click="open = false">Done</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.roles {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-4);
  margin-top: var(--space-4);
}
</style>
