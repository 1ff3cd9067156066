import { reading } from '../../../database'
import { collectedAsked } from '../../../work/collected'

/** The templates, or the modules, that are kept. */
export default defineEventHandler(async (event) => (await reading()).collection.list(collectedAsked(event).kind))
