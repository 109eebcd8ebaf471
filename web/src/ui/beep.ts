/** A short tone, for somebody who looks elsewhere; silent where the browser has no sound. */
let sound: AudioContext | null = null

const TONE_S = 0.08
const LOUDNESS = 0.2

/** @param highHz Its pitch. */
export function beep(highHz: number): void {
  if (!('AudioContext' in globalThis)) return
  sound ??= new AudioContext()
  const tone = sound.createOscillator()
  const level = sound.createGain()
  tone.frequency.value = highHz
  level.gain.value = LOUDNESS
  tone.connect(level).connect(sound.destination)
  tone.start()
  tone.stop(sound.currentTime + TONE_S)
}
