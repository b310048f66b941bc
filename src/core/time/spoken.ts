import { BASIC_WORDS, type BasicWords, fillWords } from '../words/basic.ts'

type Unit = 'hour' | 'minute' | 'second'

/** Making a format takes a hundred times as long as using it. */
const formats = new Map<string, Intl.NumberFormat>()

const formatOf = (unit: Unit, locale: string | undefined): Intl.NumberFormat => {
  const key = `${unit} ${locale}`
  const format = formats.get(key) ?? new Intl.NumberFormat(locale, { style: 'unit', unit, unitDisplay: 'long' })
  formats.set(key, format)
  return format
}

const part = (value: number, unit: Unit, locale: string | undefined): string => formatOf(unit, locale).format(value)

/** Seconds in words, as a screen reader should say them: `1 minute 20 seconds`. Whole seconds; zero parts are left out. */
export const speakDuration = (seconds: number, locale?: string): string => {
  const whole = Math.floor(Math.max(0, seconds) + 1e-6)
  const hours = Math.floor(whole / 3600)
  const minutes = Math.floor(whole / 60) % 60
  const rest = whole % 60
  return [
    hours > 0 && part(hours, 'hour', locale),
    minutes > 0 && part(minutes, 'minute', locale),
    (rest > 0 || whole === 0) && part(rest, 'second', locale)
  ]
    .filter(Boolean)
    .join(' ')
}

/** A position in words: `1 minute 20 seconds of 3 minutes`, without the second half while the length is unknown or endless. */
export const speakPosition = (
  position: number,
  duration: number | undefined,
  words: BasicWords = BASIC_WORDS
): string => {
  const spoken = speakDuration(position, words.lang)
  return duration !== undefined && Number.isFinite(duration)
    ? fillWords(words.positionOf, { position: spoken, duration: speakDuration(duration, words.lang) })
    : spoken
}
