import {
  alternatives,
  compareBoards,
  conflictOf,
  forcePlace,
  layOut,
  loadSolver,
  possibleAdditions,
  solveProblem,
  waysOut,
  within,
  type Addition,
  type Allocation,
  type Alternative,
  type BoardFit,
  type Conflict,
  type Forced,
  type Problem,
  type ProgramSolver,
  type SearchLimits,
} from '#core/allocation'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'
import type { Finding, Fix } from '#core/checks'
import { partFixes, settle, soundWays, worthKnowing, type Analysis, type SoundWay, type WorthKnowing } from '#core/engine'
import type { Arrangement, SheetWish } from '#core/harness'
import { resolvePlan, type Place, type Plan } from '#core/plan'
import { Draughtsman, type Improvement } from './draughtsman'
import { GridSender, PlanReceiver, type GridParcel, type PlanParcel } from './parcel'

/** A plan's analysis, with the assignment it was made for. */
export interface Answer {
  analysis: Analysis
  assignment: Plan['assignment']
  supplies: Plan['supplies']
}

/** The same on its way between threads. */
export interface AnswerParcel extends Omit<Answer, 'analysis'> {
  analysis: Omit<Analysis, 'grid'>
  grid: GridParcel
}

/** Why a need has no place, and what to do. */
export interface Deadlock {
  conflict: Conflict
  ways: SoundWay[]
}

/** What each place would mean to some needs: to those that are done, where it is not as it was told before. */
export interface Explained {
  done: string[]
  changed: Record<string, Forced[]>
}

/** Milliseconds after which each question is answered with the best found so far. */
const searchTimes = {
  first: 300,
  prove: 5000,
  longer: 180_000,
  force: 1500,
  explain: 20_000,
  alternatives: 5000,
  deadlocks: 6000,
  board: 1500,
  addition: 1500,
}
/** Nodes after which an answer is given before another solver is asked. */
const firstNodes = 600
/** Milliseconds for which what was found out is gathered before it is told. */
const gathering = 40

/** The other solver; where it cannot be had, answers stay as good as they were, and say so. */
const helper = (): Promise<ProgramSolver | undefined> => loadSolver().catch(() => undefined)

/** A listener on another thread: what it is told has arrived when the promise is kept. */
export type Tell<T> = (told: T) => void | Promise<void>

/** Lets messages in between two steps of long work. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

/** An engine with what it remembers between questions. All that it answers is asked from another thread. */
export function createEngine() {
  const plans = new PlanReceiver()
  const grids = new GridSender()
  const draughtsman = new Draughtsman()
  let solver: ProgramSolver | undefined
  /** The last plan laid out, for questions that follow each other. */
  let last: { text: string; plan: Plan; problem: Problem; base: Allocation } | undefined
  /** What was told of each need last. */
  const told = new Map<string, string>()
  let explaining = 0

  const limits = (milliseconds: number): SearchLimits => ({ ...within(milliseconds, Date.now), ...(solver && { solver }) })

  function answer(plan: Plan, analysis: Analysis): AnswerParcel {
    const { grid, ...rest } = analysis
    return { analysis: rest, grid: grids.pack(grid), assignment: plan.assignment, supplies: plan.supplies }
  }

  /** The plan laid out, with its best allocation, proven as far as time allows. */
  async function laidOut(parcel: PlanParcel) {
    const plan = plans.unpack(parcel)
    const text = JSON.stringify([parcel.plan, parcel.definitions])
    if (last?.text === text) return last
    const problem = layOut(resolvePlan(plan))
    let base = solveProblem(problem, plan, { ...within(searchTimes.first, Date.now), maxNodes: firstNodes })
    if (!base.proven) {
      solver ??= await helper()
      base = solveProblem(problem, plan, { ...limits(searchTimes.prove), start: base.choice })
    }
    last = { text, plan, problem, base }
    return last
  }

  return {
    /** Works a plan out without answering: what is asked about it next is answered sooner. */
    workOut(plan: Plan): void {
      settle(plan, { ...within(searchTimes.first, Date.now), maxNodes: firstNodes })
    },

    /** The best found at once. */
    settle(parcel: PlanParcel): AnswerParcel {
      const { plan, analysis } = settle(plans.unpack(parcel), { ...within(searchTimes.first, Date.now), maxNodes: firstNodes })
      return answer(plan, analysis)
    },

    /** The best there is, for as long as it takes to prove it. */
    async prove(parcel: PlanParcel, asLong: 'usual' | 'longer' = 'usual'): Promise<AnswerParcel> {
      const before = plans.unpack(parcel)
      solver ??= await helper()
      const { plan, analysis } = settle(before, limits(asLong === 'usual' ? searchTimes.prove : searchTimes.longer))
      return answer(plan, analysis)
    },

    /** Betters the arrangement of a harness drawing until nothing betters it, or another one is asked for. */
    async improve(parcel: PlanParcel, wish: SheetWish, from: Arrangement, tell: Tell<Improvement>): Promise<void> {
      await draughtsman.improve({ plan: plans.unpack(parcel), wish, from }, tell, breathe)
    },

    worthKnowing(parcel: PlanParcel): WorthKnowing[] {
      return worthKnowing(plans.unpack(parcel))
    },

    async force(parcel: PlanParcel, key: string, place: Place): Promise<Forced> {
      const { plan, problem, base } = await laidOut(parcel)
      return forcePlace(problem, plan, base, key, place, limits(searchTimes.force))
    },

    /**
     * What it would mean to put each need at each place that takes it; told in batches, the needs
     * asked for first before the others. Asked anew, it leaves off what it was at.
     * @param fully who is told knows nothing yet; otherwise only what differs from what was told last
     */
    async explain(parcel: PlanParcel, keys: string[], tell: Tell<Explained>, fully: boolean): Promise<void> {
      const turn = ++explaining
      if (fully) told.clear()
      const { plan, problem, base } = await laidOut(parcel)
      const allowance = limits(searchTimes.explain)
      let batch: Explained = { done: [], changed: {} }
      let since = Date.now()
      for (const key of keys) {
        const verdicts = problem.wants.find((want) => want.key === key)?.verdicts ?? []
        const forced = verdicts.map(({ place }) => forcePlace(problem, plan, base, key, place, allowance))
        const text = JSON.stringify(forced)
        batch.done.push(key)
        if (told.get(key) !== text) batch.changed[key] = forced
        told.set(key, text)
        if (Date.now() - since < gathering) continue
        await tell(batch)
        batch = { done: [], changed: {} }
        await breathe()
        if (turn !== explaining) return
        since = Date.now()
      }
      if (batch.done.length) await tell(batch)
    },

    async alternatives(parcel: PlanParcel, count: number): Promise<Alternative[]> {
      const { plan, problem, base } = await laidOut(parcel)
      return alternatives(problem, plan, base, count, limits(searchTimes.alternatives))
    },

    async deadlocks(parcel: PlanParcel, boards: BoardDefinition[]): Promise<Deadlock[]> {
      const { problem, base } = await laidOut(parcel)
      const allowance = limits(searchTimes.deadlocks)
      return base.unmet.map((key) => {
        const conflict = conflictOf(problem, base, key, allowance)
        return {
          conflict,
          ways: soundWays(problem.resolved.plan, waysOut(problem, base, conflict, boards, allowance), allowance),
        }
      })
    },

    /** Tells each board as it is done. */
    async boards(parcel: PlanParcel, boards: BoardDefinition[], tell: Tell<BoardFit[]>): Promise<void> {
      const plan = plans.unpack(parcel)
      const told: (void | Promise<void>)[] = []
      let batch: BoardFit[] = []
      let due = Date.now() + gathering
      for (const board of boards) {
        let fits = [...compareBoards(plan, [board], limits(searchTimes.board))]
        if (!solver && fits.some(({ proven }) => !proven)) {
          solver = await helper()
          fits = [...compareBoards(plan, [board], limits(searchTimes.board))]
        }
        batch.push(...fits)
        if (Date.now() < due) continue
        // Not waited for: who is told may be busy showing what was told before.
        told.push(tell(batch))
        batch = []
        await breathe()
        due = Date.now() + gathering
      }
      if (batch.length) told.push(tell(batch))
      await Promise.all(told)
    },

    partFixes(
      parcel: PlanParcel,
      finding: Pick<Finding, 'wants'>,
      devices: Record<string, DeviceDefinition>,
      protocols: Record<string, ProtocolDefinition>,
    ): Fix[] {
      return partFixes(plans.unpack(parcel), finding, { devices, protocols })
    },

    async additions(
      parcel: PlanParcel,
      devices: DeviceDefinition[],
      protocols: Record<string, ProtocolDefinition>,
      tell: Tell<Addition>,
    ): Promise<void> {
      const limitsOfOne = () => limits(searchTimes.addition)
      for (const found of possibleAdditions(plans.unpack(parcel), devices, protocols, limitsOfOne)) {
        await tell(found)
        await breathe()
      }
    },
  }
}

export type Engine = ReturnType<typeof createEngine>
