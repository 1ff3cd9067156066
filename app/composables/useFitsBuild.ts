import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'
import type { BoardFit } from '#core/allocation'
import type { BuildSummary } from '#contract'
import { callApi } from './useApi'
import { useLatest } from './useLatest'
import { useQuestions } from './useQuestions'

export type FitVerdict = 'fits' | 'cost' | 'cannot' | 'unknown'

/** A board without room for a wish is had at a cost; one without room for what must be, or that the battery does not suit, is not. */
function onBoard({ verdict, batterySuits, score }: BoardFit): FitVerdict {
  if (!batterySuits || score.unmetMusts > 0) return 'cannot'
  return verdict === 'fits' ? 'fits' : 'cost'
}

interface Asked {
  /** The build, empty for none. */
  build: string
  boards: BoardDefinition[]
  devices: DeviceDefinition[]
  protocols: Record<string, ProtocolDefinition>
}

/** Which boards of the catalogue a build would fit on, or which devices it could have besides. The best of a board's revisions counts. */
export function useFitsBuild(asked: () => Asked | undefined) {
  const questions = useQuestions()
  const verdicts = shallowRef<Readonly<Record<string, FitVerdict>>>({})
  const { running, begin, stop } = useLatest(() => questions.stop())
  const rank: readonly FitVerdict[] = ['unknown', 'cannot', 'cost', 'fits']

  function tell(id: string, verdict: FitVerdict) {
    const before = verdicts.value[id] ?? 'unknown'
    if (rank.indexOf(verdict) >= rank.indexOf(before)) verdicts.value = { ...verdicts.value, [id]: verdict }
  }

  watch(
    asked,
    (now) => {
      verdicts.value = {}
      if (!now?.build) return stop()
      void begin(async (counts) => {
        const { plan } = await callApi('GET /api/builds/:id', { id: now.build })
        if (!counts()) return
        if (now.boards.length)
          await questions.boards(plan, now.boards, (fits) => {
            if (counts()) for (const fit of fits) tell(fit.board, onBoard(fit))
          })
        else
          await questions.additions(plan, now.devices, now.protocols, ({ device, fits, proven, risk }) => {
            if (counts()) tell(device, fits ? (risk > 0 ? 'cost' : 'fits') : proven ? 'cannot' : 'unknown')
          })
      })
    },
    { immediate: true },
  )
  return { verdicts, running, stop }
}

/** The builds that there are, the last saved first; fetched once they are asked for. */
export function useBuildNames() {
  const builds = shallowRef<BuildSummary[]>()
  async function fetch() {
    builds.value ??= (await callApi('GET /api/builds', { query: { limit: 100, order: 'saved-down' } })).builds
  }
  return { builds, fetch }
}
