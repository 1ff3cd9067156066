import { serialLinks, type SerialLink } from '../links'
import type { ResolvedPlan } from '../plan'
import { deviceSheet } from './sheets'

/** A link that carries the text of a character display, and the grid that it is set to. */
export interface DisplayLink {
  link: SerialLink
  columns: number
  rows: number
}

/** The links to displays that are drawn over them, each with its grid. */
export function displayLinks(resolved: ResolvedPlan): DisplayLink[] {
  return serialLinks(resolved).flatMap((link) => {
    const { fitted } = link.need
    if (fitted.device.class !== 'video-link') return []
    const grid = deviceSheet(resolved, fitted).find(({ setting }) => setting.id === 'grid')?.value
    const [columns, rows] = String(grid).split('×').map(Number)
    return columns && rows ? [{ link, columns, rows }] : []
  })
}
