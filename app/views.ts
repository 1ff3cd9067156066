import type { Stage } from '#core/checks'

/** A view of a stage: one row here and its component are all that it takes. */
export interface View {
  /** As its button says it. */
  title: string
  /** As the palette says it, where that is more. */
  words?: string
  /** Its component in the folder of the stage; missing where the stage's page shows it itself. */
  part?: string
  /** Parts of it that the palette leads to, by what stands in the address. */
  further?: { words: string; query: Record<string, string> }[]
  /** Shows where devices have no place, and what could be done. */
  showsDeadlock?: boolean
}

/** The views of each stage by what stands in the address; the first is shown where nothing does. */
export const stageViews = {
  'fit-out': {},
  allocation: {
    lanes: { title: 'Port lanes', part: 'PortLanes', showsDeadlock: true },
    grid: { title: 'Fit grid', part: 'FitGrid', showsDeadlock: true },
    board: { title: 'Board', part: 'BoardView', showsDeadlock: true },
    alternatives: { title: 'Alternatives', part: 'AlternativesView' },
    boards: { title: 'Which board', part: 'BoardsView' },
    room: { title: 'Room left', part: 'RoomView' },
  },
  harness: {
    drawing: { title: 'Drawing', words: 'Harness drawing' },
    airframe: { title: 'Airframe', part: 'AirframeView' },
    power: { title: 'Power', part: 'PowerView' },
    tables: {
      title: 'Tables',
      words: 'Wire list',
      part: 'TablesView',
      further: [
        { words: 'Cut list', query: { table: 'cut' } },
        { words: 'Connectors', query: { table: 'connectors' } },
        { words: 'Bill of materials', query: { table: 'materials' } },
        { words: 'Labels', query: { table: 'labels' } },
      ],
    },
    making: { title: 'Making', part: 'MakingView' },
  },
  settings: {
    links: { title: 'Links', words: 'Links, both ends', part: 'LinkCards' },
    devices: { title: 'Devices', words: 'Device settings', part: 'DeviceSheets' },
    steps: { title: 'What to set', part: 'SetupSteps' },
    load: { title: 'Load', words: 'Load of links, flight log', part: 'LoadView' },
    text: { title: 'Own text', words: 'Own text by a template', part: 'TemplateText' },
    board: { title: 'Board', words: 'Write to the board', part: 'BoardLedger' },
  },
  flight: {
    picture: { title: 'Picture', words: 'Picture, display layouts', part: 'PictureView' },
    lights: { title: 'Lights', part: 'LightsView' },
    controls: {
      title: 'Controls',
      words: 'Controls, switches and channels',
      part: 'ControlsView',
    },
    sheet: { title: 'Field sheet', part: 'FieldSheet' },
  },
} satisfies Record<Stage, Record<string, View>>

/** A view with its stage, and what stands in the address. */
interface PlacedView {
  stage: string
  id: string
  view: View
  query: Record<string, string>
}

export const allViews: PlacedView[] = Object.entries(stageViews as Record<string, Record<string, View>>).flatMap(
  ([stage, views]) =>
    Object.entries(views).map(([id, view], at) => ({
      stage,
      id,
      view,
      query: at === 0 ? ({} as Record<string, string>) : { view: id },
    })),
)
