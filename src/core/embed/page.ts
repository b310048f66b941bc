import { htmlText, indented, jsonBlock, startTag } from './html.ts'
import { idsOfTexts, type PlayerInput, playerMarkup } from './player-markup.ts'

/** A preset that a page brings itself, and its name. */
export interface BroughtPreset {
  readonly name: string
  /** The presets of its document; none for one of the house. */
  readonly documents: readonly unknown[]
}

/** What a page is written from. */
export interface PageInput extends Omit<PlayerInput, 'preset'> {
  readonly title: string
  /** A BCP 47 language tag. */
  readonly lang: string
  /** Where the library's files lie, seen from the page; ends in a slash, or is empty. */
  readonly library: string
  /** The script that says what the services are like, where there are any. */
  readonly servicesScript: string
  /** The style sheet of the page. */
  readonly sheet: string
  readonly preset?: BroughtPreset | undefined
  /** What search engines are told. */
  readonly data?: object | undefined
  /** What others show who link to it: properties of the Open Graph protocol, by name. */
  readonly share?: Readonly<Record<string, string>> | undefined
}

const scriptTag = (src: string): string => `${startTag('script', { src, defer: true })}</script>`

/** The texts of tracks. What would end the block is written as the reference that WebVTT has for it. */
const textBlocks = ({ clip, texts }: Pick<PlayerInput, 'clip' | 'texts'>): readonly string[] =>
  [...idsOfTexts(clip, texts)].flatMap(([{ src }, id]) => [
    startTag('script', { type: 'text/vtt', id }),
    (texts.get(src) ?? '')
      .replace(/^\ufeff/, '')
      .replace(/<(?=\/script|!--)/gi, '&lt;')
      .trimEnd(),
    '</script>'
  ])

/** What brings the library to a page: a style sheet, scripts, and the presets that it needs. */
export const libraryTags = ({
  library,
  preset,
  services,
  servicesScript
}: Pick<PageInput, 'library' | 'preset' | 'services' | 'servicesScript'>): readonly string[] => [
  startTag('link', { rel: 'stylesheet', href: `${library}yokewright.css` }),
  scriptTag(`${library}yokewright.js`),
  ...(preset ? [scriptTag(`${library}yokewright.presets.js`)] : []),
  ...(services.length > 0 ? [scriptTag(`${library}yokewright.hosted.js`), scriptTag(servicesScript)] : []),
  ...(preset && preset.documents.length > 0
    ? jsonBlock('application/json', preset.documents, { 'data-yoke-presets': true })
    : [])
]

/** A whole page with a player and nothing else. */
export const writePage = (input: PageInput): string => {
  const { title, lang, sheet, preset, data, share = {} } = input
  const head = [
    startTag('meta', { charset: 'utf-8' }),
    startTag('meta', { name: 'viewport', content: 'width=device-width, initial-scale=1' }),
    `<title>${htmlText(title)}</title>`,
    ...Object.entries(share).map(([property, content]) => startTag('meta', { property, content })),
    ...libraryTags(input),
    startTag('link', { rel: 'stylesheet', href: sheet }),
    ...(data ? jsonBlock('application/ld+json', data) : [])
  ]
  const body = [...playerMarkup({ ...input, preset: preset?.name }), ...textBlocks(input)]
  const lines = [
    '<!doctype html>',
    startTag('html', { lang }),
    '<head>',
    ...indented(head),
    '</head>',
    startTag('body', { class: input.isSound ? 'sound' : undefined }),
    ...body,
    '</body>',
    '</html>'
  ]
  return `${lines.join('\n')}\n`
}

/** The style sheet of such a page: the player fills it, whatever its size. */
export const PAGE_CSS = `html, body { block-size: 100% }
body { margin: 0; background: #000 }
yoke-player { inline-size: 100%; block-size: 100% }
yoke-player > video { inline-size: 100%; block-size: 100%; object-fit: contain }

body.sound { display: grid; align-content: start; background: none }
.sound yoke-player { block-size: auto }
`
