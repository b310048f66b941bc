import { textOf } from '../../core/fault.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { isValueName, OFF, VALUES, type ValueName } from '../../core/playback/values.ts'
import { viewerWordsOf } from '../../core/words/viewer.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { attributeOf, isTag } from '../scope/nodes.ts'
import { askOwn } from '../yoke/own-names.ts'
import type { AuthorValue, Choice, Coupling, PlainValue, YokeView } from '../yoke/yoke-view.ts'
import type { BoundValue } from './bound-value.ts'
import { coupleChoice } from './choice.ts'
import { coupleFileField } from './file-field.ts'
import { coupleLater } from './later.ts'
import { coupleRange } from './range.ts'
import { coupleReadout } from './readout.ts'

/** How each settable value is set: by a command, so that one place can refuse it. */
const WRITERS: Partial<Record<ValueName, (value: string | number | boolean, yoke: YokeView, source: Element) => void>> =
  {
    'current-time': (value, yoke, source) => void yoke.run('seek', String(value), source),
    volume: (value, yoke, source) => void yoke.run('set-volume', String(value), source),
    muted: (value, yoke, source) => void yoke.run(value ? 'mute' : 'unmute', undefined, source),
    captions: (value, yoke, source) =>
      void yoke.run(
        'set-captions',
        value === true ? yoke.snapshot.preferredCaptions : value === false ? OFF : value,
        source
      ),
    'playback-rate': (value, yoke, source) => void yoke.run('set-playback-rate', String(value), source),
    quality: (value, yoke, source) => void yoke.run('set-quality', String(value), source),
    'audio-track': (value, yoke, source) => void yoke.run('set-audio-track', String(value), source),
    loop: (value, yoke, source) => {
      if (value !== yoke.snapshot.loop) yoke.run('toggle-loop', undefined, source)
    }
  }

const MEDIA_ERR_NETWORK = 2

const TIMES: ReadonlySet<string> = new Set([
  'current-time',
  'duration',
  'remaining-time',
  'buffered-ahead',
  'pointer-time'
])

/** Values that are read from the yoke rather than from the snapshot. */
const faultText = ({ fault, snapshot, settings: { words } }: YokeView): string => {
  if (!fault) return ''
  const name = viewerWordsOf(fault.code)
  const isNetwork = name === 'failed' && snapshot.error?.code === MEDIA_ERR_NETWORK
  return (name && words[isNetwork ? 'failedNetwork' : name]) ?? fault.message
}

const findValue = (name: string): BoundValue | undefined => {
  if (name === 'fault-text') return { name, kind: 'plain', read: faultText, write: undefined }
  if (!isValueName(name)) return undefined
  const other = name === 'volume' ? 'fraction' : name === 'time-of-day' ? 'date' : 'plain'
  const write = WRITERS[name]
  return {
    name,
    kind: TIMES.has(name) ? 'time' : other,
    read: yoke => VALUES[name](yoke.snapshot),
    write
  }
}

/** Sets a value of the author's own; whatever else shows it follows. */
const writeOwn = (own: AuthorValue, value: string | number | boolean, yoke: YokeView): void => {
  try {
    own.write?.(value, yoke)
  } catch (cause) {
    yoke.subscriberFailed(cause)
  }
  yoke.refresh()
}

/** Reads a value of the author's own; one that cannot be read is not known. */
const readOwn = (own: AuthorValue, yoke: YokeView): PlainValue => {
  const value: unknown = askOwn(own, yoke, () => own.read(yoke))
  return isPlain(value) ? value : textOf(value)
}

const isPlain = (value: unknown): value is PlainValue =>
  value === undefined || ['string', 'number', 'boolean'].includes(typeof value)

const authorValue = (name: string, yoke: YokeView): BoundValue | undefined => {
  const own = yoke.authorValues.get(name)
  if (!own) return undefined
  const read = (): PlainValue => readOwn(own, yoke)
  let given: readonly Choice[] | undefined
  let choices: readonly Choice[] = []
  const choose = (): readonly Choice[] => {
    askOwn(own, yoke, () => {
      const now = own.choices?.(yoke)
      if (now === given) return
      given = now
      // Whatever is no list of pairs fails here.
      const next = [...(now ?? [])].map(([of, label]): Choice => [of, label])
      // One that says the same is the same.
      if (String(next) !== String(choices)) choices = next
    })
    return choices
  }
  return {
    name,
    kind: 'plain',
    read,
    write: own.write && (value => writeOwn(own, value, yoke)),
    choices: own.choices && choose
  }
}

/** Reports a misspelt value. A name that is close to none of ours may be defined by the page's script later. */
const reportMisspelling = (element: Element, name: string, yoke: YokeView): void => {
  const names = [...Object.keys(VALUES), 'fault-text', ...yoke.authorValues.keys()]
  if (nearestName(name, names)) tellMistake(yoke, element, ({ unknownValue }) => unknownValue(name, names))
}

/** Couples `data-yoke-value`: two-way on form controls, one-way on everything else. */
export const coupleValue = (element: HTMLElement, yoke: YokeView): Coupling => {
  const name = attributeOf(element, 'data-yoke-value') ?? ''
  const value = findValue(name) ?? authorValue(name, yoke)
  if (!value) {
    reportMisspelling(element, name, yoke)
    return coupleLater(
      yoke,
      ({ authorValues }) => authorValues.has(name),
      () => coupleValue(element, yoke)
    )
  }
  if (isTag(element, 'input') && element.type === 'file') return coupleFileField(element, name, yoke)
  if (isTag(element, 'input') && element.type === 'range') return coupleRange(element, value, yoke)
  if (isTag(element, 'input') || isTag(element, 'select')) return coupleChoice(element, value, yoke)
  return coupleReadout(element, value, yoke)
}
