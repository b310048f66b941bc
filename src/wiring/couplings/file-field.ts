import { tellMistake } from '../checks/tell-mistake.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'

/** Couples `<input type="file" data-yoke-value="file">`: what the viewer chooses is what plays, in place of all other sources. */
export const coupleFileField = (field: HTMLInputElement, name: string, yoke: YokeView): Coupling => {
  if (name !== 'file') tellMistake(yoke, field, ({ readOnlyForFiles }) => readOnlyForFiles(name))
  return {
    handle: ({ type }) => {
      const files = [...(field.files ?? [])]
      if (type === 'change' && name === 'file' && files.length > 0) yoke.configure({ sources: files })
    },
    release: () => undefined
  }
}
