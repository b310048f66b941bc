/** Writes the captions and chapters of the equinox talk: 20 minutes, 400 cues, the same each time. */
import { writeFileSync } from 'node:fs'
import { createCue } from '../../src/core/captions/cue.ts'
import { serializeVtt } from '../../src/core/captions/vtt/serialize-vtt.ts'

const SECONDS = 1200
const CUES = 400
const PLACES = [
  'the quay',
  'the lock gate',
  'the lamp room',
  'the bar',
  'the slipway',
  'the bell buoy',
  'the tide board',
  'the outer wall'
]
const BOATS = ['the Curlew', 'the Dunlin', 'the Sanderling', 'the Turnstone', 'the Whimbrel']
const METRES = ['1.2', '2.4', '3.1', '3.8', '4.3', '4.9', '5.2']

interface Chapter {
  readonly title: string
  readonly lines: readonly string[]
}

/** Each chapter with what is said in it, in turn; `{…}` takes the next one of a list. */
const CHAPTERS: readonly Chapter[] = [
  {
    title: 'Why the equinox',
    lines: [
      'Twice a year the sun stands\nover the equator.',
      'Sun and moon then pull\nalmost in one line.',
      'The tides after that are\nthe highest of the year.',
      'At {place} we read {metres} metres\nlast spring.',
      'It was {boat} that\nbrought us the figure.'
    ]
  },
  {
    title: 'Reading the board',
    lines: [
      'Begin at {place}\nand look for the wet mark.',
      'The long lines are metres,\nthe short ones a tenth.',
      'Between two waves,\ntake the middle.',
      'Yesterday it stood at {metres}.',
      'Write the time down first,\nthen the height.'
    ]
  },
  {
    title: 'Springs and neaps',
    lines: [
      'A spring tide has nothing\nto do with the season.',
      'At half moon the two pull\nacross each other.',
      'That is a neap: {metres} metres\nand no more.',
      '{boat} waits for a spring\nto pass {place}.',
      'From spring to neap\nit is about a week.'
    ]
  },
  {
    title: 'The lock and the gate',
    lines: [
      'The gate opens when both sides\nstand level.',
      'Never trust the eye alone\nat {place}.',
      'We let {boat} in\nat {metres} metres.',
      'The keeper counts to ten,\nthen turns the wheel.',
      'A gate that sticks\nis left for the next tide.'
    ]
  },
  {
    title: 'Weather on the water',
    lines: [
      'Low pressure lifts the sea\nby a hand or two.',
      'Wind from the west piles it up\nat {place}.',
      'We once had {metres} metres\nwhere the table said less.',
      'So {boat} stayed in harbour\nthat night.',
      'The table is a promise,\nthe board is the truth.'
    ]
  },
  {
    title: 'Questions',
    lines: [
      '<v Visitor>What happens at {place}\nwhen it freezes?</v>',
      '<v Keeper>Then we read through a hole\nin the ice.</v>',
      '<v Visitor>And how high can it go?</v>',
      '<v Keeper>{metres} metres, in my time.</v>',
      '<v Visitor>Was {boat} out that day?</v>',
      '<v Keeper>She was, and she came home.</v>'
    ]
  }
]

const turn = (list: readonly string[], index: number): string => list[index % list.length] ?? ''

const capital = (text: string): string =>
  text.replace(
    /^(<v \w+>)?([a-z])/,
    (_, voice: string | undefined, letter: string) => (voice ?? '') + letter.toUpperCase()
  )

const perChapter = Math.ceil(CUES / CHAPTERS.length)
const length = SECONDS / CUES

const cues = Array.from({ length: CUES }, (_, index) => {
  const chapter = CHAPTERS[Math.floor(index / perChapter)]
  const within = index % perChapter
  const lines = chapter?.lines ?? []
  // The lists have lengths without a common factor: the same line seldom comes with the same words.
  const text = turn(lines, within)
    .replace('{place}', turn(PLACES, Math.floor(within / lines.length) + index))
    .replace('{boat}', turn(BOATS, Math.floor(within / lines.length)))
    .replace('{metres}', turn(METRES, Math.floor(within / lines.length)))
  const startTime = index * length
  return createCue({ id: String(index + 1), startTime, endTime: startTime + length - 0.1, text: capital(text) })
})

const chapters = CHAPTERS.map(({ title }, index) => {
  const startTime = index * perChapter * length
  return createCue({ startTime, endTime: Math.min(SECONDS, startTime + perChapter * length), text: title })
})

const media = new URL('../../examples/public/media/', import.meta.url)
writeFileSync(new URL('equinox-talk.en.vtt', media), serializeVtt({ cues }, { hours: 'always' }))
writeFileSync(new URL('equinox-talk.chapters.vtt', media), serializeVtt({ cues: chapters }, { hours: 'always' }))
console.log(`made equinox-talk: ${cues.length} cues, ${chapters.length} chapters`)
