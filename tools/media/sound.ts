/** Synthesised sound: the wash of the sea, and a bell that rings every ten seconds. */

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

/** A mono 16-bit WAV file of `seconds` seconds; `pitch` is the bell's fundamental in hertz. */
export const synthesise = (seconds: number, pitch: number): Buffer => {
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
    const sample = 1.6 * slow * swell + 0.16 * bell(t % 10, pitch)
    wav.writeInt16LE(Math.round(Math.max(-1, Math.min(1, sample)) * 32_000), 44 + index * 2)
  }
  return wav
}
