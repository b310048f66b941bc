import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cueText } from '../../../../test/support/generated-captions.ts'
import { CUE_TAGS, type CueNode } from './cue-text.ts'
import { readNamedReferences } from './named-references.ts'
import { parseCueText, plainCueText } from './parse-cue-text.ts'

/** A tree on one line: `b.loud(text)`, `v[Mara](…)`, `@1.5` for a timestamp. */
const print = (nodes: readonly CueNode[]): string =>
  nodes
    .map(node => {
      if (node.type === 'text') return node.text
      if (node.type === 'timestamp') return `@${node.time}`
      const name = [node.type, ...node.classes].join('.')
      return `${name}${node.annotation && `[${node.annotation}]`}(${print(node.children)})`
    })
    .join('|')

describe('parseCueText', () => {
  it.each<[string, string]>([
    ['Water rises', 'Water rises'],
    ['<b>Water</b> rises', 'b(Water)| rises'],
    ['<i.loud.far>Hi', 'i.loud.far(Hi)'],
    ['<c..a.>Hi</c>', 'c.a(Hi)'],
    ['<v Mara>Hi', 'v[Mara](Hi)'],
    ['<v.loud  Mara \t of\nthe quay >Hi</v>', 'v.loud[Mara of the quay](Hi)'],
    ['<v Mara &amp; Jon>Hi', 'v[Mara & Jon](Hi)'],
    ['<v>Hi', 'v(Hi)'],
    ['<lang ar-EG>ماء</lang>', 'lang[ar-EG](ماء)'],
    ['<b note>Hi</b>', 'b(Hi)'],
    ['<ruby>潮<rt>しお</rt></ruby>', 'ruby(潮|rt(しお))'],
    ['<ruby>潮<rt>しお</ruby>!', 'ruby(潮|rt(しお))|!'],
    ['<rt>x</rt>', 'x'],
    ['One <00:01.500>two <01:00:02.000>three', 'One |@1.5|two |@3602|three'],
    ['<00:01.5>x', 'x'],
    ['<00:01.500 >x', 'x'],
    ['<b><i>x</b></i>y', 'b(i(x)|y)'],
    ['</b>x', 'x'],
    ['<x>y</x>', 'y'],
    ['<>x', 'x'],
    ['a < b', 'a '],
    ['1 <3', '1 '],
    ['&amp;&lt;&gt;&nbsp;|&lrm;&rlm;', '&<>\u00a0|\u200e\u200f'],
    ['&amp &lt3', '& <3'],
    ['&unknown; & &;', '&unknown; & &;'],
    ['&#65;&#x42;&#x1F30A;', 'AB🌊'],
    ['&#0;&#xD800;&#x110000;&#99999999999;', '\ufffd\ufffd\ufffd\ufffd'],
    ['&#x80;&#150;', '€–'],
    ['<script>alert(1)</script>', 'alert(1)'],
    ['a\nb', 'a\nb']
  ])('%j is %s', (text, tree) => expect(print(parseCueText(text))).toBe(tree))

  it('with HTML’s names, the longest one that fits counts', () => {
    const references = readNamedReferences()
    expect(references.size).toBe(2231)
    expect(print(parseCueText('&notin; &notit; &copy &Aacute; &fjlig;', { references }))).toBe('∉ ¬it; © Á fj')
  })

  it.each<[string, string, number]>([
    ['a <em>b</em>', 'tag-unknown em', 2],
    ['<b>x', 'tag-unclosed b', 0],
    ['x</i>', 'end-tag-stray i', 1],
    ['<3>', 'timestamp-unreadable 3', 0],
    ['<rt>', 'rt-outside-ruby rt', 0]
  ])('%j is told: %s at %d', (text, problem, place) => {
    const told: string[] = []
    parseCueText(text, { report: (kind, at, found) => told.push(`${kind} ${found}`, String(at)) })
    expect(told.slice(0, 2)).toEqual([problem, String(place)])
  })

  it('of 10,000 generated texts, only tags of cues are in the tree, and all text is there as text', () => {
    const tags = new Set<string>(CUE_TAGS)
    const isKnown = (node: CueNode): boolean =>
      node.type === 'text' || node.type === 'timestamp' || (tags.has(node.type) && node.children.every(isKnown))
    fc.assert(
      fc.property(cueText, text => {
        const tree = parseCueText(text)
        return tree.every(isKnown) && !/<(?:script|img|svg)/.test(plainCueText(tree).replace(/&lt;/g, ''))
      }),
      { numRuns: 10_000, seed: 2 }
    )
  })
})
