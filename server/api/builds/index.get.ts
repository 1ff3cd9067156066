import { useStore } from '../../database'

/** All builds, those put away last, with a short look at each newest plan. */
export default defineEventHandler(async () => {
  const { builds } = await useStore()
  return builds.list().map((build) => {
    const plan = builds.plan(build.id, build.version)!
    const needs = Object.keys(plan.assignment).length
    return {
      ...build,
      board: `${plan.definitions.boards[plan.board.definition]!.name} rev ${plan.board.revision}`,
      devices: plan.devices.length,
      allocated: needs > 0,
      note: plan.note,
      plan,
    }
  })
})
