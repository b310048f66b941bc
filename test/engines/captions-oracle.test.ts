import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type CueNode, parseCueText, parseVtt, readNamedReferences } from '../../src/core/captions/index.ts'
import { currentEngine } from '../support/engines.ts'
import { sampleFiles } from '../support/generated-captions.ts'
import { openPerson, type Person } from '../support/person.ts'

const engine = currentEngine()
const references = readNamedReferences()
const FILES = 1500
const SEED = 7

interface SeenCue {
  readonly [name: string]: unknown
  readonly tree: readonly unknown[]
}
interface Element {
  readonly tag: string
  readonly classes: readonly string[]
  readonly annotation: string
  readonly children: readonly unknown[]
}
type Seen = readonly SeenCue[] | 'refused'

let person: Person
beforeAll(async () => {
  person = await openPerson(engine)
  await person.mount('<video></video>')
})
afterAll(() => person?.leave())

/** What the engine's own parser makes of each file. */
const askEngine = (files: readonly string[]): Promise<readonly Seen[]> =>
  person.page.run(async (texts: readonly string[]) => {
    const secondsIn = (timestamp: string): number =>
      timestamp.split(':').reduce((whole, part) => Math.round(whole * 60_000 + Number(part) * 1000) / 1000, 0)
    const treeOf = (node: Node): unknown[] =>
      [...node.childNodes].map(child => {
        if (child.nodeType === Node.TEXT_NODE) return (child as Text).data
        if (child.nodeType === Node.PROCESSING_INSTRUCTION_NODE) return secondsIn((child as ProcessingInstruction).data)
        const element = child as HTMLElement
        const { localName } = element
        const tag =
          localName !== 'span'
            ? localName
            : element.hasAttribute('title')
              ? 'v'
              : element.hasAttribute('lang')
                ? 'lang'
                : 'c'
        return {
          tag,
          classes: element.className.split(' ').filter(Boolean),
          annotation: element.getAttribute(tag === 'v' ? 'title' : 'lang') ?? '',
          children: treeOf(element)
        }
      })
    const read = (cue: TextTrackCue): SeenCue => {
      const all = cue as unknown as Record<string, unknown> & { region?: { id: string } | null; getCueAsHTML(): Node }
      const names = [
        'id',
        'startTime',
        'endTime',
        'vertical',
        'snapToLines',
        'line',
        'lineAlign',
        'position',
        'positionAlign',
        'size',
        'align',
        'text'
      ]
      return {
        ...Object.fromEntries(names.map(name => [name, all[name]])),
        region: 'region' in all ? (all.region?.id ?? null) : undefined,
        tree: treeOf(all.getCueAsHTML())
      }
    }
    const video = document.createElement('video')
    document.body.append(video)
    const ask = (text: string): Promise<Seen> =>
      new Promise(resolve => {
        const track = document.createElement('track')
        const url = URL.createObjectURL(new Blob([text], { type: 'text/vtt' }))
        const answer = (seen: Seen): void => {
          URL.revokeObjectURL(url)
          track.remove()
          resolve(seen)
        }
        track.addEventListener('load', () => answer([...(track.track.cues ?? [])].map(read)))
        track.addEventListener('error', () => answer('refused'))
        track.src = url
        video.append(track)
        track.track.mode = 'hidden'
      })
    const seen: Seen[] = []
    for (const text of texts) seen.push(await ask(text))
    return seen
  }, files)

const treeOf = (nodes: readonly CueNode[]): readonly unknown[] =>
  nodes.map(node => {
    if (node.type === 'text') return node.text
    if (node.type === 'timestamp') return node.time
    return { tag: node.type, classes: node.classes, annotation: node.annotation, children: treeOf(node.children) }
  })

/** Neighbouring texts are one text, and an empty one is none: engines differ in how they cut them, not in what they say. */
const settled = (tree: readonly unknown[]): readonly unknown[] => {
  const nodes: unknown[] = []
  for (const node of tree) {
    const last = nodes.at(-1)
    if (typeof node === 'string' && typeof last === 'string') nodes[nodes.length - 1] = last + node
    else if (typeof node === 'object' && node !== null) {
      const { tag, classes, annotation, children } = node as Element
      nodes.push({ tag, classes, annotation, children: settled(children) })
    } else if (node !== '') nodes.push(node)
  }
  return nodes
}

interface OurCue extends SeenCue {
  readonly text: string
  /** The line of its times, and the one above it. */
  readonly timing: string
  readonly above: string
}

const ours = (text: string): readonly OurCue[] | 'refused' => {
  const { cues, faults, cueLines } = parseVtt(text)
  if (faults.some(({ code }) => code === 'vtt-signature-missing')) return 'refused'
  const lines = text.split(/\r\n?|\n/)
  const seen = cues.map((cue, index) => ({
    ...cue,
    region: cue.region?.id ?? null,
    tree: treeOf(parseCueText(cue.text, { references })),
    timing: lines[(cueLines[index] ?? 0) - 1] ?? '',
    above: lines[(cueLines[index] ?? 0) - 2] ?? ''
  }))
  // Text track cue order, as TextTrack.cues has it.
  return seen.sort((a, b) => a.startTime - b.startTime || b.endTime - a.endTime)
}

/** Floats of 32 bits are as good as those of 64 here. */
const isSame = (a: unknown, b: unknown): boolean =>
  typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) < 1e-4 : JSON.stringify(a) === JSON.stringify(b)

interface Difference {
  readonly file: string
  readonly property: string
  readonly cue: OurCue
  readonly ours: unknown
  readonly theirs: unknown
}

interface Deviation {
  readonly engines: readonly string[]
  readonly property: string
  /** What the engine does where the standard says otherwise. */
  readonly what: string
  readonly explains: (difference: Difference) => boolean
}

const EVERY = ['chromium', 'firefox', 'webkit']
const inTree = (node: unknown, holds: (element: Element) => boolean): boolean =>
  typeof node === 'object' &&
  node !== null &&
  (holds(node as Element) || (node as Element).children.some(child => inTree(child, holds)))

/** Where the engines leave the standard, and we do not. */
const DEVIATIONS: readonly Deviation[] = [
  {
    engines: EVERY,
    property: 'id',
    what: 'takes the line above the times for the id also where the times begin a new block by themselves',
    explains: ({ cue, ours, theirs }) => ours === '' && (theirs === cue.above || String(theirs).startsWith('NOTE'))
  },
  {
    engines: EVERY,
    property: 'id',
    what: 'takes STYLE, REGION or NOTE for the beginning of a block, even right above times',
    explains: ({ file, ours, theirs }) =>
      theirs === '' && (/^(?:STYLE|REGION|NOTE)/.test(String(ours)) || /NOTE[\r\n]+STYLE/.test(file))
  },
  {
    engines: ['chromium', 'firefox'],
    property: 'tree',
    what: 'keeps the spaces of an annotation as they are written',
    explains: ({ ours }) =>
      ours !== undefined && inTree({ children: ours }, ({ annotation }) => annotation === 'Mara & Jon')
  },
  {
    engines: ['firefox'],
    property: 'tree',
    what: 'ends the cue at a tag without a name, or of spaces alone',
    explains: ({ cue }) => /<[\s.]*>|<\s/.test(cue.text)
  },
  {
    engines: ['firefox'],
    property: 'tree',
    what: 'has character references of its own: named ones only, with a semicolon',
    explains: ({ cue }) => /&/.test(cue.text)
  },
  {
    engines: ['firefox'],
    property: 'tree',
    what: 'takes tags, ends of tags and timestamps apart by rules of its own',
    explains: ({ cue }) => /<\/|<\d|<\w+\.|<ruby|<rt|<lang>|<v>|[\f\t]/.test(cue.text)
  },
  {
    engines: ['firefox'],
    property: 'text',
    what: 'ends the text at a line of white space',
    explains: ({ ours, theirs }) =>
      String(ours).startsWith(String(theirs)) && /^\n?[\t\f ]+(?:\n|$)/.test(String(ours).slice(String(theirs).length))
  },
  {
    engines: ['firefox', 'webkit'],
    property: 'line',
    what: 'reads a line such as 5. or 5,far, or reads none that has a fraction',
    explains: ({ cue }) => /line:(?:5\.|5,far|3\.5)/.test(cue.timing)
  },
  {
    engines: ['firefox'],
    property: 'snapToLines',
    what: 'lets a percentage hold for a line that is written behind it',
    explains: ({ cue }) => /line:84%.*line:/.test(cue.timing)
  },
  {
    engines: ['webkit'],
    property: 'snapToLines',
    what: 'reads a line such as 5., or reads none that has a fraction',
    explains: ({ cue }) => /line:(?:5\.|3\.5)/.test(cue.timing) || /line:84%.*line:/.test(cue.timing)
  },
  {
    engines: ['webkit'],
    property: 'lineAlign',
    what: 'lets a line without alignment take back that of the one before',
    explains: ({ cue }) => /line:\S+,.*line:/.test(cue.timing)
  },
  {
    engines: ['webkit'],
    property: 'positionAlign',
    what: 'lets a position without alignment take back that of the one before',
    explains: ({ cue }) => /position:\S+,.*position:/.test(cue.timing)
  },
  {
    engines: ['webkit'],
    property: 'tree',
    what: 'drops a tag that the end of the cue cuts off',
    explains: ({ cue }) => /<[^>]*$/.test(cue.text)
  },
  {
    engines: ['firefox', 'webkit'],
    property: 'region',
    what: 'finds regions, and lets them give way to other settings, by rules of its own',
    explains: ({ cue }) => cue.timing.includes('region:')
  },
  {
    engines: ['firefox'],
    property: 'position',
    what: 'lets a position that cannot be read take back the one before it',
    explains: ({ cue }) => /position:.*position:/.test(cue.timing)
  },
  {
    engines: ['webkit'],
    property: 'tree',
    what: 'drops a tag with a character reference or a line end in its annotation',
    explains: ({ cue }) => /Mara {2}&amp;|<b [^>]*[&\n.]/.test(cue.text)
  }
]

const differencesOf = (file: string, cue: OurCue, seen: SeenCue): readonly Difference[] =>
  Object.entries(seen).flatMap(([property, raw]) => {
    const theirs = property === 'tree' ? settled(raw as readonly unknown[]) : raw
    const mine = property === 'tree' ? settled(cue.tree) : cue[property]
    return isSame(mine, theirs) ? [] : [{ file, property, cue, ours: mine, theirs }]
  })

describe('the parser beside the engine’s own', () => {
  it(`reads ${FILES} generated files alike, but where the engine leaves the standard`, async () => {
    const files = sampleFiles(FILES, SEED)
    const theirs = await askEngine(files)
    const unexplained: unknown[] = []
    const told = new Map<Deviation, number>()
    const counts = { cues: 0, values: 0, differing: 0 }
    files.forEach((text, index) => {
      const mine = ours(text)
      const seen = theirs[index] ?? 'refused'
      if (mine === 'refused' || seen === 'refused' || mine.length !== seen.length) {
        if (mine !== seen) unexplained.push({ text, ours: mine.length, theirs: seen.length })
        return
      }
      mine.forEach((cue, at) => {
        const known = Object.fromEntries(
          // Not every engine has every property.
          Object.entries(seen[at] ?? { tree: [] }).filter(([, value]) => value !== undefined)
        ) as SeenCue
        counts.cues += 1
        counts.values += Object.keys(known).length
        for (const difference of differencesOf(text, cue, known)) {
          counts.differing += 1
          const deviation = DEVIATIONS.find(
            ({ engines, property, explains }) =>
              engines.includes(engine) && property === difference.property && explains(difference)
          )
          if (deviation) told.set(deviation, (told.get(deviation) ?? 0) + 1)
          else unexplained.push({ ...difference, file: text, cue: [cue.above, cue.timing, cue.text] })
        }
      })
    })
    console.log(
      `${engine}: ${files.length} files, ${counts.cues} cues, ${counts.values} values compared; ${counts.differing} differ where the engine leaves the standard:`
    )
    for (const [{ property, what }, count] of told) console.log(`  ${count} × ${property}: ${what}`)
    expect(unexplained).toEqual([])
    expect(counts.cues).toBeGreaterThan(1500)
    expect(
      DEVIATIONS.filter(deviation => deviation.engines.includes(engine) && !told.has(deviation)).map(({ what }) => what)
    ).toEqual([])
  })
})
