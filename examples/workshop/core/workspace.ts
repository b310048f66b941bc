import type { Preset } from 'yokewright/presets'
import { parentsOf } from './documents.ts'

/** All presets that are worked on, and the one that is open: its name, or that of a house preset. */
export interface Workspace {
  readonly presets: readonly Preset[]
  readonly open: string
}

/** Begins the names of presets that nobody can change. */
const HOUSE = 'house:'

/** Whether a preset is one of the library's. */
export const isHouse = (name: string): boolean => name.startsWith(HOUSE)

/** What people call a preset. */
export const labelOf = ({ label, name }: Preset): string => label || name

/** What a newcomer begins with. */
export const BEGINNING: Workspace = {
  presets: [{ name: 'my-player', label: 'My player', extends: 'house:standard@1' }],
  open: 'my-player'
}

/** The open preset, where it is one's own. */
export const openPreset = ({ presets, open }: Workspace): Preset | undefined =>
  presets.find(({ name }) => name === open)

/** A name made from what people call it: `Lesson, large` becomes `lesson-large`, or `lesson-large-2` where that is taken. */
export const nameFrom = (label: string, taken: Iterable<string>): string => {
  const plain =
    label
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9.]+/g, '-')
      .replace(/^[-.]+|[-.]+$/g, '') || 'preset'
  const names = new Set(taken)
  for (let count = 1; ; count++) {
    const name = count === 1 ? plain : `${plain}-${count}`
    if (!names.has(name)) return name
  }
}

const namesOf = ({ presets }: Workspace): readonly string[] => presets.map(({ name }) => name)

/** Adds a preset, and opens it. Its name is made free. */
const add = (workspace: Workspace, preset: Preset): Workspace => {
  const name = nameFrom(preset.name, namesOf(workspace))
  return { presets: [...workspace.presets, { ...preset, name }], open: name }
}

/** A new preset that extends another one, of the library or one's own. */
export const create = (workspace: Workspace, parent: string): Workspace =>
  add(workspace, { name: 'my-player', label: 'My player', extends: parent })

/** A preset that says the same as one's own, or that extends one of the library. */
export const duplicate = (workspace: Workspace, name: string, label: string): Workspace => {
  const preset = workspace.presets.find(each => each.name === name)
  const called = `${label}, a copy`
  return add(workspace, { ...(preset ?? { extends: name }), name: nameFrom(called, []), label: called })
}

/** Puts another document in the place of the one of its name. */
export const replace = (workspace: Workspace, preset: Preset): Workspace => ({
  ...workspace,
  presets: workspace.presets.map(each => (each.name === preset.name ? preset : each))
})

const renamedIn = (preset: Preset, name: string, next: string): Preset => {
  const parents = parentsOf(preset)
  if (!parents.includes(name)) return preset
  const renamed = parents.map(parent => (parent === name ? next : parent))
  return { ...preset, extends: typeof preset.extends === 'string' ? (renamed[0] as string) : renamed }
}

/** Gives a preset another name: those that extend it go on doing so. A name that is taken gets a number. */
export const rename = (workspace: Workspace, name: string, wanted: string): Workspace => {
  const next = nameFrom(
    wanted,
    namesOf(workspace).filter(each => each !== name)
  )
  return {
    presets: workspace.presets.map(each =>
      each.name === name ? { ...each, name: next } : renamedIn(each, name, next)
    ),
    open: workspace.open === name ? next : workspace.open
  }
}

/** Takes a preset out, and opens the one beside it. */
export const remove = (workspace: Workspace, name: string): Workspace => {
  const at = workspace.presets.findIndex(each => each.name === name)
  const presets = workspace.presets.filter(each => each.name !== name)
  const open = workspace.open === name ? (presets[at] ?? presets[at - 1])?.name : workspace.open
  return { presets, open: open ?? 'house:standard@1' }
}

/** Takes documents in: one whose name is there replaces it. The first of them is opened. */
export const takeIn = (workspace: Workspace, documents: readonly Preset[]): Workspace => {
  const names = new Set(documents.map(({ name }) => name))
  return {
    presets: [...workspace.presets.filter(({ name }) => !names.has(name)), ...documents],
    open: documents[0]?.name ?? workspace.open
  }
}

/** One's own presets that extend this one, directly or by way of others. */
export const heirsOf = ({ presets }: Workspace, name: string): readonly Preset[] => {
  const heirs = new Set([name])
  for (let size = 0; size !== heirs.size; ) {
    size = heirs.size
    for (const preset of presets) if (parentsOf(preset).some(parent => heirs.has(parent))) heirs.add(preset.name)
  }
  return presets.filter(preset => preset.name !== name && heirs.has(preset.name))
}

/** A preset and those of one's own that it extends, parents first: what has to go with it. */
export const familyOf = ({ presets }: Workspace, name: string): readonly Preset[] => {
  const family: Preset[] = []
  const add = (each: string, seen: readonly string[]): void => {
    const preset = presets.find(one => one.name === each)
    if (!preset || seen.includes(each) || family.includes(preset)) return
    for (const parent of parentsOf(preset)) add(parent, [...seen, each])
    family.push(preset)
  }
  add(name, [])
  return family
}
