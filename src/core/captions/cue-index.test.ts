import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Cue, createCue } from './cue.ts'
import { CueIndex } from './cue-index.ts'

const cue = fc
  .tuple(fc.nat(40), fc.integer({ min: -2, max: 12 }))
  .map(([startTime, length]) => createCue({ startTime, endTime: startTime + length }))

const change = fc.oneof(
  fc.record({ kind: fc.constant('add' as const), cue }),
  fc.record({ kind: fc.constant('add many' as const), cues: fc.array(cue, { maxLength: 50 }) }),
  fc.record({ kind: fc.constant('remove' as const), at: fc.nat(30) }),
  fc.record({ kind: fc.constant('replace' as const), at: fc.nat(30), cue })
)

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
        for (const step of changes) {
          if (step.kind === 'add') {
            index.add(step.cue)
            plain.cues.push(step.cue)
            continue
          }
          if (step.kind === 'add many') {
            index.addNew(step.cues)
            plain.cues.push(...step.cues)
            continue
          }
          const at = step.at % Math.max(1, plain.cues.length)
          const present = plain.cues[at]
          if (!present) continue
          if (step.kind === 'remove') plain.cues.splice(at, 1)
          else plain.cues[at] = step.cue
          expect(step.kind === 'remove' ? index.remove(present) : index.replace(present, step.cue)).toBe(true)
        }
        expect([...index]).toEqual(plain.ordered())
        expect(index.size).toBe(plain.cues.length)
        expect(index.activeAt(seconds)).toEqual(
          plain.ordered().filter(({ startTime, endTime }) => startTime <= seconds && endTime > seconds)
        )
        expect(index.nextChange(seconds)).toBe(plain.nextChange(seconds))
      }),
      { numRuns: 2000, seed: 4 }
    )
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
