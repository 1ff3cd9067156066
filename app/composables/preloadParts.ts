import { stages } from '#core/checks'

/** Parts of a build's page that are shown only when they are asked for. */
const parts = [
  () => import('~/components/frame/BuildList.vue'),
  () => import('~/components/frame/RuleReason.vue'),
  () => import('~/composables/ruleTitles'),
  () => import('~/composables/saveWireList'),
  () => import('~/components/fitout/AddDeviceDialog.vue'),
  () => import('~/components/frame/VersionsDialog.vue'),
  () => import('~/components/frame/ShortcutsDialog.vue'),
  () => import('~/components/frame/RenameDialog.vue'),
  () => import('~/components/frame/ConflictDialog.vue'),
]

/** Loads what is asked for next, one after the other while nothing else is to be done, so that it is there then. */
export function preloadParts(build: string): void {
  const pages = [...Object.keys(stages).map((stage) => `/builds/${build}/${stage}`), '/']
  const waiting: (() => Promise<unknown>)[] = [...pages.map((page) => () => preloadRouteComponents(page)), ...parts]
  const next = () => {
    const load = waiting.shift()
    // Where the server is away the rest is loaded when it is asked for.
    if (load)
      requestIdleCallback(
        () =>
          void load().then(next, () => {
            waiting.length = 0
          }),
      )
  }
  next()
}
