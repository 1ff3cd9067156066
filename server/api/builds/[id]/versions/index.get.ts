import { useStore } from '../../../../database'

/** The saved versions of a build, newest first. */
export default defineEventHandler(async (event) => {
  const { builds } = await useStore()
  return builds.versions(getRouterParam(event, 'id')!)
})
