/** Writes HTML's named character references into `src/core/captions/text/named-references.ts`, in a form that packs small. */
import { writeFileSync } from 'node:fs'
import { characterEntities } from 'character-entities'
import { characterEntitiesLegacy } from 'character-entities-legacy'

const legacy = new Set<string>(characterEntitiesLegacy)

/** `name;`, or `name` alone where HTML reads it without its semicolon too; what it stands for follows behind a space. */
const entries = Object.entries(characterEntities).map(([name, text]) => `${name}${legacy.has(name) ? '' : ';'} ${text}`)

/** A line feed and a tab stand for themselves in the table; nothing else in it is one. */
const table = entries.map(entry => JSON.stringify(entry).slice(1, -1).replaceAll("'", "\\'")).join('\\0')

const file = `import type { NamedReferences } from './cue-text.ts'

/** Made by tools/references.ts: HTML, "Named character references". */
const TABLE =
  // biome-ignore lint: one line, so that it packs small
  '${table}'

/** All of HTML's names; \`amp\` and its like are read without a semicolon too. */
export const readNamedReferences = (): NamedReferences => {
  const names = new Map<string, string>()
  for (const entry of TABLE.split('\\0')) {
    const space = entry.indexOf(' ')
    const name = entry.slice(0, space)
    const text = entry.slice(space + 1)
    names.set(name, text)
    if (!name.endsWith(';')) names.set(\`\${name};\`, text)
  }
  return names
}
`

writeFileSync(new URL('../src/core/captions/text/named-references.ts', import.meta.url), file)
