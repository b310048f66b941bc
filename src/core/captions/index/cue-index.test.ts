import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Cue, createCue, PLAIN_SETTINGS } from '../cue.ts'
import { CueIndex } from './cue-index.ts'
import { CueRows } from './cue-rows.ts'

const cue = fc
  .tuple(fc.nat(40), fc.integer({ min: -2, max: 12 }))
  .map(([startTime, length]) => createCue({ startTime, endTime: startTime + length }))

const change = fc.oneof(
  fc.record({ kind: fc.constant('add' as const), cue }),
  fc.record({ kind: fc.constant('add many' as const), cues: fc.array(cue, { maxLength: 50 }) }),
  fc.record({ kind: fc.constant('add rows' as const), cues: fc.array(cue, { maxLength: 50 }), anew: fc.boolean() }),
  fc.record({ kind: fc.constant('remove' as const), at: fc.nat(30) }),
  fc.record({ kind: fc.constant('replace' as const), at: fc.nat(30), cue })
)

/** Adds cues as a reader does: by their places in a text. */
const addTo = (rows: CueRows, cues: readonly Cue[]): void => {
  for (const { startTime, endTime } of cues)
    rows.add('a cue', { startTime, endTime, settingsAt: 0 }, PLAIN_SETTINGS, -1, -1, 0, 0)
}

/** The same by looking at every cue. */
class PlainList {
  cues: Cue[] = []

  ordered(): readonly Cue[] {
    return [...this.cues].sort((a, b) => a.startTime - b.startTime || b.endTime - a.endTime)
  }

  nextChange(seconds: number): number {
    const shown = this.cues.filter(({ startTime, endTime }) => startTime <= seconds && endTime > seconds)
    return Math.min(
      Number.POSITIVE_INFINITY,
      ...this.cues.map(({ startTime }) => startTime).filter(time => time > seconds),
      ...shown.map(({ endTime }) => endTime)
    )
  }
}

describe('CueIndex', () => {
  it('says what a look at every cue says, while cues are added, edited and removed', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 40 }), fc.nat(60), (changes, seconds) => {
        const index = new CueIndex()
        const plain = new PlainList()
        let rows = new CueRows()
        for (const step of changes) {
          if (step.kind === 'add') {
            index.add(step.cue)
            plain.cues.push(step.cue)
            continue
          }
          if (step.kind === 'add many') {
            for (const cue of step.cues) index.add(cue)
            plain.cues.push(...step.cues)
            continue
          }
          if (step.kind === 'add rows') {
            if (step.anew) rows = new CueRows()
            const from = rows.length
            addTo(rows, step.cues)
            index.addRows(rows, from)
            plain.cues.push(...step.cues)
            continue
          }
          // In the index there may be an object of its own for what the list has.
          const at = step.at % Math.max(1, plain.cues.length)
          const present = [...index][at]
          const known = plain.cues.indexOf(plain.ordered()[at] as Cue)
          if (!present) continue
          expect(index.has(present)).toBe(true)
          if (step.kind === 'remove') plain.cues.splice(known, 1)
          else plain.cues[known] = step.cue
          expect(step.kind === 'remove' ? index.remove(present) : index.replace(present, step.cue)).toBe(true)
        }
        expect(index.nextChange(seconds)).toBe(plain.nextChange(seconds))
        expect(index.activeAt(seconds)).toEqual(
          plain.ordered().filter(({ startTime, endTime }) => startTime <= seconds && endTime > seconds)
        )
        expect([...index]).toEqual(plain.ordered())
        expect(index.size).toBe(plain.cues.length)
      }),
      { numRuns: 2000, seed: 4 }
    )
  })

  it('a cue of a file is one object, however often it is asked for, and made when it is', () => {
    const rows = new CueRows()
    const index = new CueIndex()
    rows.add('gate\nHigh water', { startTime: 1, endTime: 3, settingsAt: 0 }, PLAIN_SETTINGS, 0, 4, 5, 15)
    index.addRows(rows, 0)
    rows.add('Low water', { startTime: 2, endTime: 4, settingsAt: 0 }, { ...PLAIN_SETTINGS, size: 40 }, -1, -1, 0, 9)
    index.addRows(rows, 1)
    const [high, low] = index.activeAt(2)
    expect([high, low]).toEqual([
      createCue({ id: 'gate', startTime: 1, endTime: 3, text: 'High water' }),
      createCue({ startTime: 2, endTime: 4, size: 40, text: 'Low water' })
    ])
    expect(index.activeAt(1)[0]).toBe(high)
    expect([...index]).toEqual([high, low])
    expect([...index][1]).toBe(low)
  })

  it('a cue is there from its start on and gone at its end; twice added is once there; what is not there cannot go', () => {
    const one = createCue({ startTime: 1, endTime: 2 })
    const index = new CueIndex([one, one])
    expect([0.999, 1, 1.999, 2].map(time => index.activeAt(time).length)).toEqual([0, 1, 1, 0])
    expect(index.size).toBe(1)
    expect([index.remove(one), index.remove(one), index.replace(one, one), index.has(one)]).toEqual([
      true,
      false,
      false,
      false
    ])
    expect(index.nextChange(0)).toBe(Number.POSITIVE_INFINITY)
  })
})
