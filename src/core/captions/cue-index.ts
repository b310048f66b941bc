import type { Cue } from './cue.ts'

/** A node of a treap: ordered by cue order, balanced by priority; each knows the latest end below it. */
interface TreeNode {
  cue: Cue
  readonly sequence: number
  readonly priority: number
  left: TreeNode | undefined
  right: TreeNode | undefined
  latestEnd: number
}

type Place = Pick<TreeNode, 'cue' | 'sequence'>

/** Cue order (HTML, "Text track cue order"): earlier start, then later end, then whichever came first. */
const isBefore = (a: Place, b: Place): boolean => {
  if (a.cue.startTime !== b.cue.startTime) return a.cue.startTime < b.cue.startTime
  if (a.cue.endTime !== b.cue.endTime) return a.cue.endTime > b.cue.endTime
  return a.sequence < b.sequence
}

/** Well spread, and the same each time: a tree that depended on chance could not be tested. */
const priorityOf = (sequence: number): number => Math.imul(sequence ^ (sequence >>> 15), 0x2c_1b_3c_6d) >>> 0

const update = (node: TreeNode): TreeNode => {
  node.latestEnd = Math.max(
    node.cue.endTime,
    node.left?.latestEnd ?? Number.NEGATIVE_INFINITY,
    node.right?.latestEnd ?? Number.NEGATIVE_INFINITY
  )
  return node
}

type Halves = readonly [before: TreeNode | undefined, after: TreeNode | undefined]

/** Parts a tree into what stands before a place and the rest. */
const split = (node: TreeNode | undefined, place: Place): Halves => {
  if (!node) return [undefined, undefined]
  if (isBefore(node, place)) {
    const [before, after] = split(node.right, place)
    node.right = before
    return [update(node), after]
  }
  const [before, after] = split(node.left, place)
  node.left = after
  return [before, update(node)]
}

const insert = (node: TreeNode | undefined, added: TreeNode): TreeNode => {
  if (!node || added.priority > node.priority) {
    const [before, after] = split(node, added)
    added.left = before
    added.right = after
    return update(added)
  }
  if (isBefore(added, node)) node.left = insert(node.left, added)
  else node.right = insert(node.right, added)
  return update(node)
}

const join = (before: TreeNode | undefined, after: TreeNode | undefined): TreeNode | undefined => {
  if (!before || !after) return before ?? after
  if (before.priority > after.priority) {
    before.right = join(before.right, after)
    return update(before)
  }
  after.left = join(before, after.left)
  return update(after)
}

const remove = (node: TreeNode | undefined, place: Place): TreeNode | undefined => {
  if (!node) return undefined
  if (node.sequence === place.sequence) return join(node.left, node.right)
  if (isBefore(place, node)) node.left = remove(node.left, place)
  else node.right = remove(node.right, place)
  return update(node)
}

const collectActive = (node: TreeNode | undefined, seconds: number, active: Cue[]): void => {
  if (!node || node.latestEnd <= seconds) return
  collectActive(node.left, seconds, active)
  if (node.cue.startTime > seconds) return
  if (node.cue.endTime > seconds) active.push(node.cue)
  collectActive(node.right, seconds, active)
}

const collectAll = (node: TreeNode | undefined, all: Cue[]): readonly Cue[] => {
  if (!node) return all
  collectAll(node.left, all)
  all.push(node.cue)
  return collectAll(node.right, all)
}

/**
 * Cues by time. What is active at a moment, and when that changes next, is found in logarithmic time; so is the place
 * of a cue that is added, edited or removed. Cues may overlap.
 */
export class CueIndex implements Iterable<Cue> {
  #root: TreeNode | undefined
  #sequence = 0
  readonly #sequences = new Map<Cue, number>()

  constructor(cues: Iterable<Cue> = []) {
    for (const cue of cues) this.add(cue)
  }

  /** How many cues there are. */
  get size(): number {
    return this.#sequences.size
  }

  /** Whether this very cue is in it. */
  has(cue: Cue): boolean {
    return this.#sequences.has(cue)
  }

  /** Adds a cue; one that is already there stays once. */
  add(cue: Cue): void {
    if (!this.has(cue)) this.#insert(cue, this.#sequence++)
  }

  /** @returns whether the cue was there. */
  remove(cue: Cue): boolean {
    const sequence = this.#sequences.get(cue)
    if (sequence === undefined) return false
    this.#root = remove(this.#root, { cue, sequence })
    return this.#sequences.delete(cue)
  }

  /** Puts an edited cue in the place of the one it was made from. @returns whether that one was there. */
  replace(cue: Cue, edited: Cue): boolean {
    const sequence = this.#sequences.get(cue)
    if (sequence === undefined || !this.remove(cue)) return false
    this.#insert(edited, sequence)
    return true
  }

  /** The cues that are shown at this second, in cue order: those with `startTime <= seconds < endTime`. */
  activeAt(seconds: number): readonly Cue[] {
    const active: Cue[] = []
    collectActive(this.#root, seconds, active)
    return active
  }

  /** The first second after this one at which a cue begins or ends; `Infinity` where there is none. */
  nextChange(seconds: number): number {
    let next = Number.POSITIVE_INFINITY
    for (let node = this.#root; node; ) {
      const { startTime } = node.cue
      if (startTime > seconds) next = startTime
      node = startTime > seconds ? node.left : node.right
    }
    for (const { endTime } of this.activeAt(seconds)) next = Math.min(next, endTime)
    return next
  }

  /** In cue order: by start, the longer ones first (HTML, "Text track cue order"). */
  [Symbol.iterator](): Iterator<Cue> {
    return collectAll(this.#root, [])[Symbol.iterator]()
  }

  #insert(cue: Cue, sequence: number): void {
    const node: TreeNode = {
      cue,
      sequence,
      priority: priorityOf(sequence),
      left: undefined,
      right: undefined,
      latestEnd: cue.endTime
    }
    this.#sequences.set(cue, sequence)
    this.#root = insert(this.#root, node)
  }
}
