import { defineStore } from 'pinia'
import { flightLength } from '#core/flight'

/** The moment of the simulated flight that all its views show, running on by itself while it is played. */
export const useFlight = defineStore('flight', () => {
  const time = ref(120)
  const playing = ref(false)
  let frame = 0
  let before = 0

  function step(now: number) {
    if (!playing.value) return
    time.value = (time.value + Math.min(0.2, (now - before) / 1000)) % flightLength
    before = now
    frame = requestAnimationFrame(step)
  }
  watch(playing, (now) => {
    cancelAnimationFrame(frame)
    before = performance.now()
    if (now) frame = requestAnimationFrame(step)
  })
  const clock = computed(() => `${Math.floor(time.value / 60)}:${String(Math.floor(time.value % 60)).padStart(2, '0')}`)
  return { time, playing, clock }
})
