import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { ofBrowser } from '~/session/own-storage'

const paper = {
  dark: false,
  colors: {
    background: '#FAF8F3',
    surface: '#FFFDF8',
    'surface-variant': '#EFEBE1',
    'on-surface-variant': '#1B2A3A',
    primary: '#0F5C5C',
    secondary: '#6D2F6B',
    error: '#A81E1E',
    warning: '#8A5300',
    info: '#245A8A',
    success: '#2B6B3A',
    'on-background': '#1B2A3A',
    'on-surface': '#1B2A3A',
    stop: '#A81E1E',
    fix: '#8A5300',
    weigh: '#245A8A',
    note: '#52606D',
    line: '#D8D2C4',
  },
}

const night = {
  dark: true,
  colors: {
    background: '#14191F',
    surface: '#1B222A',
    'surface-variant': '#28313B',
    'on-surface-variant': '#E8E4DA',
    primary: '#5CC2BC',
    secondary: '#D79BD4',
    error: '#FF8A80',
    warning: '#F0B95A',
    info: '#8CC3F2',
    success: '#8FD19E',
    'on-background': '#E8E4DA',
    'on-surface': '#E8E4DA',
    stop: '#FF8A80',
    fix: '#F0B95A',
    weigh: '#8CC3F2',
    note: '#A9B4BF',
    line: '#3A4550',
  },
}

/** As chosen here, otherwise as the system has it. */
function firstTheme(): 'night' | 'paper' {
  const chosen = ofBrowser.read('ypodoma.theme')
  if (chosen === 'night' || chosen === 'paper') return chosen
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'paper'
}

/** Where menus and dialogs are put: a landmark of its own, so that nothing of the page is outside of one. */
function overlayLandmark(): void {
  const place = document.createElement('div')
  place.className = 'v-overlay-container'
  place.setAttribute('role', 'region')
  place.setAttribute('aria-label', 'Menus and dialogs')
  document.body.append(place)
}

export default defineNuxtPlugin((nuxt) => {
  overlayLandmark()
  nuxt.vueApp.use(
    createVuetify({
      icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
      theme: { defaultTheme: firstTheme(), themes: { paper, night } },
      defaults: {
        global: { ripple: false },
        VBtn: { size: 'small', variant: 'text', class: 'text-none' },
        VTextField: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
        VSelect: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
        VAutocomplete: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
        VTextarea: { density: 'compact', variant: 'outlined', hideDetails: 'auto' },
        VSwitch: { density: 'compact', hideDetails: true, color: 'primary' },
        VTable: { density: 'compact' },
        VCard: { variant: 'flat' },
      },
    }),
  )
})
