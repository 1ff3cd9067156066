import { gridOf, type PictureTrait, type SettingValue } from '../catalogue'
import { serialLinks, type SerialLink } from '../links'
import type { FittedDevice, ResolvedPlan } from '../plan'
import { deviceSheet } from './sheets'

/** A link that carries the text of a character display, and the grid that it is set to. */
export interface DisplayLink {
  link: SerialLink
  columns: number
  rows: number
}

/** What a part is set to, of what decides the picture; nothing where it has no such setting. */
export function pictureOf(resolved: ResolvedPlan, fitted: FittedDevice, trait: PictureTrait): SettingValue | undefined {
  return deviceSheet(resolved, fitted).find(({ setting }) => setting.picture === trait)?.value
}

/** The links to displays that are drawn over them, each with its grid. */
export function displayLinks(resolved: ResolvedPlan): DisplayLink[] {
  return serialLinks(resolved).flatMap((link) => {
    const { fitted } = link.need
    if (fitted.device.class !== 'video-link') return []
    const grid = gridOf(pictureOf(resolved, fitted, 'grid'))
    return grid ? [{ link, ...grid }] : []
  })
}
