import { boardFields, deviceFields, protocolFields } from '../catalogue'
import { partReader } from './fields'

/** What a board file may hold, for one revision with all differences applied or for the base. */
export const boardSchema = partReader(boardFields)
/** What a device file may hold, for one variant with all differences applied or for the base. */
export const deviceSchema = partReader(deviceFields)
/** What a protocol file may hold. */
export const protocolSchema = partReader(protocolFields)
