/** Synthesised sound: the wash of the sea, and what is heard over it. */

const SAMPLE_RATE = 48_000

/** A repeatable source of noise between -1 and 1, so that a clip made twice is the same clip. */
const noise = (seed: number): (() => number) => {
  let state = seed
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0
    return state / 2_147_483_648
  }
}

const bell = (sinceStroke: number, pitch: number): number => {
  const partials: readonly [number, number, number][] = [
    [1, 1, 1.1],
    [2.01, 0.5, 1.9],
    [2.98, 0.3, 3],
    [4.17, 0.2, 4.5]
  ]
  return partials.reduce(
    (sum, [ratio, level, decay]) =>
      sum + level * Math.exp(-decay * sinceStroke) * Math.sin(2 * Math.PI * pitch * ratio * sinceStroke),
    0
  )
}

/** What is heard at a time, in seconds, between -1 and 1. @param random noise between -1 and 1. */
type Voice = (t: number, random: () => number) => number

/** A bell that rings every ten seconds. @param pitch its fundamental in hertz. */
const bellOf =
  (pitch: number): Voice =>
  t =>
    0.16 * bell(t % 10, pitch)

/** Swells over the first and the last moments of a sound. */
const envelope = (t: number, length: number, edge: number): number =>
  t < 0 || t > length ? 0 : Math.min(1, t / edge, (length - t) / edge)

/** Two tones, one a little below the other, every six seconds. */
const horn: Voice = t => {
  const since = t % 6
  const tone = (pitch: number): number =>
    [1, 2, 3, 4, 5].reduce((sum, part) => sum + Math.sin(2 * Math.PI * pitch * part * t) / part ** 1.4, 0)
  return 0.14 * (envelope(since - 0.4, 1.6, 0.15) * tone(147) + envelope(since - 2.3, 1.1, 0.15) * tone(110))
}

/** Pebbles that a wave draws back, every four seconds: short clicks, thick at first. */
const shingle: Voice = (t, random) => {
  const since = t % 4
  const pull = envelope(since - 1, 2.6, 0.9)
  return Math.abs(random()) < 0.06 * pull ? 0.7 * random() : 0.05 * pull * random()
}

/** Lines that beat on a mast of metal, now and then. */
const halyards: Voice = t => {
  const beats = [0.2, 0.9, 1.05, 1.9, 2.6, 2.75, 2.9]
  return beats.reduce((sum, at, index) => {
    const since = (t % 3.4) - at
    return since < 0
      ? sum
      : sum + 0.1 * Math.exp(-9 * since) * Math.sin(2 * Math.PI * (1150 + 190 * (index % 3)) * since)
  }, 0)
}

/** The sounds that clips without a picture have. */
export const VOICES = { horn, shingle, halyards } as const

/** A mono 16-bit WAV file of `seconds` seconds; over the sea is a voice, or a bell of this fundamental in hertz. */
export const synthesise = (seconds: number, over: number | keyof typeof VOICES): Buffer => {
  const voice = typeof over === 'number' ? bellOf(over) : VOICES[over]
  const count = Math.round(seconds * SAMPLE_RATE)
  const wav = Buffer.alloc(44 + count * 2)
  wav.write('RIFF', 0)
  wav.writeUInt32LE(36 + count * 2, 4)
  wav.write('WAVEfmt ', 8)
  wav.writeUInt32LE(16, 16)
  wav.writeUInt16LE(1, 20)
  wav.writeUInt16LE(1, 22)
  wav.writeUInt32LE(SAMPLE_RATE, 24)
  wav.writeUInt32LE(SAMPLE_RATE * 2, 28)
  wav.writeUInt16LE(2, 32)
  wav.writeUInt16LE(16, 34)
  wav.write('data', 36)
  wav.writeUInt32LE(count * 2, 40)
  const random = noise(7)
  let slow = 0
  for (let index = 0; index < count; index += 1) {
    const t = index / SAMPLE_RATE
    slow += 0.02 * (random() - slow)
    const swell = 0.55 + 0.45 * Math.sin((2 * Math.PI * t) / 7)
    const sample = 1.6 * slow * swell + voice(t, random)
    wav.writeInt16LE(Math.round(Math.max(-1, Math.min(1, sample)) * 32_000), 44 + index * 2)
  }
  return wav
}
