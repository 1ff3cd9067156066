import { useTheme } from 'vuetify'

/** Turns from light to dark and back, and keeps the choice. */
export function useThemeSwitch() {
  const theme = useTheme()
  return () => {
    const next = theme.global.name.value === 'night' ? 'paper' : 'night'
    theme.change(next)
    localStorage.setItem('ypodoma.theme', next)
  }
}
