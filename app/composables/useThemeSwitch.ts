import { useTheme } from 'vuetify'
import { ofBrowser } from '~/session/own-storage'

/** Turns from light to dark and back, and keeps the choice. */
export function useThemeSwitch() {
  const theme = useTheme()
  return () => {
    const next = theme.global.name.value === 'night' ? 'paper' : 'night'
    theme.change(next)
    ofBrowser.keep('ypodoma.theme', next)
  }
}
