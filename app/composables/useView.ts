import type { Component } from 'vue'
import { stageViews, type View } from '~/views'
import { useQueryValue } from './useQueryValue'

/**
 * The view of a stage that the address asks for: its id, what is known of it, and the component that shows it.
 * @param folder components of the stage by their files
 */
export function useView<S extends keyof typeof stageViews>(stage: S, folder: Record<string, Component>) {
  const views = stageViews[stage] as Record<string, View>
  const ids = Object.keys(views) as [keyof (typeof stageViews)[S] & string]
  const id = useQueryValue('view', ids)
  const view = computed(() => views[id.value]!)
  const part = computed(() => Object.entries(folder).find(([file]) => file.endsWith(`/${view.value.part}.vue`))?.[1])
  return { id, view, part, views }
}
