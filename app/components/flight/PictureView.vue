<script setup lang="ts">
/** What the pilot sees: layouts of the display, put together on the grid itself and played along a flight. */
import { mdiContentCopy, mdiDeleteOutline, mdiPlus } from '@mdi/js'
import {
  anchorAt,
  displayOf,
  displayStream,
  elements,
  faultsOf,
  scenes,
  screenOf,
  sizeOf,
  suitedLayout,
  type DisplayElement,
  type DisplayKind,
  type Scene,
} from '#core/display'
import { positionsWith } from '#core/controls'
import { flightAt } from '#core/flight'
import { characterGrids } from '#core/links'
import { freshId, mostDisplays, type DisplayLayout } from '#core/plan'
import { formatBaud, plain } from '#core/units'
import { usePlan, useResolved } from '~/composables/usePlan'
import { useBuild } from '~/stores/build'
import { useFlight } from '~/stores/flight'
import { useNotices } from '~/stores/notices'
import { useSession } from '~/stores/session'

const build = useBuild()
const notices = useNotices()
const plan = usePlan()
const resolved = useResolved()
const fitted = computed(() => displayOf(resolved.value))
/** Another grid than the fitted one, to see what of a layout fits there: one that displays have, or one's own. */
const grid = ref('fitted')
const own = ref({ columns: 40, rows: 16 })
const gridItems = computed(() => [
  { value: 'fitted', title: fitted.value ? `${fitted.value.columns}×${fitted.value.rows}, as fitted` : 'as fitted' },
  // Two of them have one size.
  ...[...new Set(characterGrids.map(({ columns, rows }) => `${columns}×${rows}`))].map((size) => ({ value: size, title: size })),
  { value: 'own', title: 'a size of my own' },
])
const display = computed<DisplayKind | undefined>(() => {
  const as = fitted.value
  if (!as || grid.value === 'fitted') return as
  const [columns, rows] = grid.value === 'own' ? [own.value.columns, own.value.rows] : grid.value.split('×').map(Number)
  return { ...as, columns: columns!, rows: rows!, aspect: columns! > 30 ? 16 / 9 : 4 / 3, by: `${as.by}, if it had this grid` }
})
const layouts = computed(() => Object.entries(plan.value.displays).map(([id, layout]) => ({ id, layout })))
const full = computed(() => layouts.value.length >= mostDisplays)
const wanted = ref('')
const shown = computed(() => layouts.value.find(({ id }) => id === wanted.value) ?? layouts.value[0])
const chosen = ref<string>()
const cursor = ref({ column: 1, row: 1 })
const longest = ref(false)
const flight = useFlight()
const values = computed(() => flightAt(resolved.value, flight.time))
const faults = computed(() => (shown.value && display.value ? faultsOf(shown.value.layout, display.value) : []))

/** Bytes of drawing this layout anew, and how often a second its link carries them. */
const redraw = computed(() => {
  const { baud } = display.value ?? {}
  if (!baud || !shown.value) return ''
  const bytes = displayStream(screenOf(shown.value.layout, display.value!, undefined, plan.value.name)).length
  return `A redraw of this layout at its longest is ${bytes} bytes: ${plain(baud / 10 / bytes, 1)} a second at ${formatBaud(baud)}.`
})

/** Which switch shows this layout. */
const shownBy = computed(() => {
  const at = positionsWith(resolved.value, { does: 'display', what: shown.value?.id })
  return at?.length ? `Shown by ${at.join(', ')}.` : 'No switch shows it yet.'
})

/** Elements that would not be seen as they are meant. */
const wrong = computed(() => faults.value.filter(({ grave }) => grave).map(({ element }) => element))

function fresh(name: string, layout = {}) {
  const id = freshId(plan.value.displays, 'd')
  build.edit({ type: 'display.set', display: id, layout: { name, elements: layout } })
  wanted.value = id
}
const add = () => fresh(`Layout ${layouts.value.length + 1}`)
const suited = computed(() => suitedLayout(resolved.value, display.value))
const addSuited = () => fresh('In flight', suited.value)
const copy = () => fresh(`${shown.value!.layout.name} copy`, shown.value!.layout.elements)
function remove() {
  const { id, layout } = shown.value!
  build.edit({ type: 'display.remove', display: id }, `${layout.name} is removed.`)
}
function rename(event: Event) {
  const name = (event.target as HTMLInputElement).value.trim()
  if (name) build.edit({ type: 'display.rename', display: shown.value!.id, name })
  else (event.target as HTMLInputElement).value = shown.value!.layout.name
}
const place = (element: string, at: Parameters<typeof anchorAt>[0] | undefined, anchored?: ReturnType<typeof anchorAt>) =>
  build.edit({
    type: 'display.place',
    display: shown.value!.id,
    element,
    at: anchored ?? (at ? anchorAt(at, sizeOf(elements.find(({ id }) => id === element)!), display.value!) : null),
  })

/** Puts an element at the cursor, moved in from the edge where it would not fit, and the cursor below it. */
function put(element: DisplayElement) {
  const { columns, rows } = display.value!
  const { width, height } = sizeOf(element)
  const column = Math.max(0, Math.min(cursor.value.column, columns - width))
  const row = Math.max(0, Math.min(cursor.value.row, rows - height))
  place(element.id, { column, row })
  chosen.value = element.id
  cursor.value = { column, row: (row + height) % rows }
}
/** A layout from a file comes in beside the others. */
const takeLayout = ({ name, elements: own }: DisplayLayout) =>
  full.value ? notices.complain(`A build holds ${mostDisplays} layouts. Remove one first.`) : fresh(name, own)
const scene = ref<Scene>('day')
const sceneItems = Object.entries(scenes).map(([value, { name }]) => ({ value, title: name as string }))
const onBoard = ref(false)
const mayReachBoard = computed(() => (useSession().session?.role ?? 'editor') === 'editor')
/** What is seen now, as the link carries it. */
const screen = computed(() =>
  screenOf(shown.value!.layout, display.value!, longest.value ? undefined : values.value, plan.value.name),
)
/** Elements of this layout in another, side by side with it: copied where they are. */
function copyTo(id: string) {
  const from = shown.value!.layout.elements
  const to = plan.value.displays[id]!
  const element = chosen.value
  if (!element || !from[element]) return
  const words = `${elements.find((each) => each.id === element)?.name ?? element} is copied to ${to.name}.`
  build.edit({ type: 'display.place', display: id, element, at: from[element] }, words)
}
</script>

<template>
  <p v-if="!display" class="pa-6">
    Nothing in this build draws text over the picture. It wants a text overlay, a board with an overlay chip, or a digital video
    link. <NuxtLink :to="`/builds/${build.id}/fit-out`">Add one in Fit-out</NuxtLink>.
  </p>
  <section v-else class="picture" aria-label="Picture" data-testid="picture">
    <div class="bar">
      <div class="layouts" role="group" aria-label="Layouts">
        <v-btn
          v-for="{ id, layout } in layouts"
          :key="id"
          size="small"
          :variant="shown?.id === id ? 'flat' : 'outlined'"
          :color="shown?.id === id ? 'primary' : undefined"
          :aria-pressed="shown?.id === id"
          @click="wanted = id"
          >{{ layout.name }}</v-btn
        >
        <v-btn size="small" :prepend-icon="mdiPlus" :disabled="full" @click="add">New layout</v-btn>
        <span v-if="full" class="quiet">A build holds {{ mostDisplays }} layouts.</span>
      </div>
      <v-spacer />
      <template v-if="shown">
        <label>Name <input :value="shown.layout.name" class="line-field" maxlength="40" @change="rename" /></label>
        <v-btn size="small" :prepend-icon="mdiContentCopy" :disabled="full" @click="copy">Copy</v-btn>
        <DisplayFiles :layout="shown.layout" :display :values :longest :scene @layout="takeLayout" />
        <v-btn size="small" :prepend-icon="mdiDeleteOutline" @click="remove">Remove</v-btn>
      </template>
    </div>
    <p v-if="!shown" class="quiet">
      No layout yet:
      <v-btn v-if="Object.keys(suited).length" color="primary" size="small" variant="flat" @click="addSuited"
        >begin with what this build shows</v-btn
      >
      or <v-btn color="primary" size="small" @click="add">make an empty one</v-btn>, then type what is to be seen.
    </p>
    <div v-else class="work">
      <div class="screen">
        <DisplayGrid
          v-model:cursor="cursor"
          v-model:chosen="chosen"
          :layout="shown.layout"
          :display
          :values
          :longest
          :craft="plan.name"
          :faults="wrong"
          :scene
          @place="(element, at) => place(element, undefined, at)"
          @remove="(element) => place(element, undefined)"
        />
        <FlightBar>
          <label><input v-model="longest" type="checkbox" /> everything at its longest</label>
          <label>over <CellSelect v-model="scene" :items="sceneItems" aria-label="Picture behind the text" /></label>
          <label>on <CellSelect v-model="grid" :items="gridItems" aria-label="Grid" /></label>
          <template v-if="grid === 'own'">
            <FigureCell
              figure="columns"
              whole
              label="Columns"
              :value="own.columns"
              @set="(columns) => (own = { ...own, columns: columns! })"
            />
            × <FigureCell figure="rows" whole label="Rows" :value="own.rows" @set="(rows) => (own = { ...own, rows: rows! })" />
          </template>
          <label v-if="mayReachBoard"><input v-model="onBoard" type="checkbox" /> on the board too</label>
        </FlightBar>
        <BoardPreview v-if="onBoard" :screen :display />
        <p v-if="chosen && shown.layout.elements[chosen] && layouts.length > 1" class="bar">
          Copy it to
          <button
            v-for="{ id, layout } in layouts.filter((each) => each.id !== shown?.id)"
            :key="id"
            class="chip"
            @click="copyTo(id)"
          >
            {{ layout.name }}
          </button>
        </p>
        <p class="quiet">
          {{ display.columns }}×{{ display.rows }} cells, {{ display.set.size }} glyphs ({{ display.set.name }}), drawn by
          {{ display.by }}. Drag, or move with the arrow keys (Shift: by five); C centres, Delete removes. {{ shownBy }}
          {{ redraw }}
        </p>
        <ul v-if="faults.length" class="faults" aria-label="What is wrong with this layout">
          <li v-for="(fault, at) in faults" :key="at">
            <button class="underlined" @click="chosen = fault.element">{{ fault.rule }}</button> {{ fault.fact }}
          </li>
        </ul>
      </div>
      <ElementTray v-model:chosen="chosen" :layout="shown.layout" :cursor @put="put" />
    </div>
    <div v-if="layouts.length > 1" class="others" role="group" aria-label="All layouts side by side">
      <button v-for="{ id, layout } in layouts" :key="id" :aria-label="`Choose ${layout.name}`" @click="wanted = id">
        <DisplayGrid still :layout :display :values :longest :craft="plan.name" :scene />
        <span>{{ layout.name }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.picture {
  padding: var(--space-4) var(--space-6);
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
  align-items: center;
  font-size: var(--text-small);
}
.layouts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-2);
}
.work {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-5);
  margin-top: var(--space-4);
}
.screen {
  flex: 3 1 420px;
  max-width: 720px;
}
.faults {
  padding-left: var(--space-5);
  font-size: var(--text-small);
}
.others {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: var(--space-4);
  margin-top: var(--space-5);
}
.others span {
  font-size: var(--text-small);
}
</style>
