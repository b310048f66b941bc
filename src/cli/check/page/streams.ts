import { relative } from 'node:path'
import { STREAM_TYPE } from '../../../core/sources/file-types.ts'
import { plainType } from '../../../core/sources/type-names.ts'
import { isManifest, type LookedStream, lookIntoStream } from '../../streams/look-into-stream.ts'
import { type PlacedFault, placedError } from '../placed-fault.ts'
import type { Page, PageElement } from './page.ts'

/** Whether an element names the manifest of a stream. */
export const isStream = ({ attributes }: PageElement, src: string): boolean =>
  STREAM_TYPE.test(attributes.get('type') ?? '') || isManifest(src)

const looked = new WeakMap<Page, Map<string, LookedStream>>()

/** What is wrong with a stream that a page names: in its own files, told once for each page, and in the type that is written. */
export const checkStream = async (page: Page, element: PageElement, file: string): Promise<readonly PlacedFault[]> => {
  const before = looked.get(page) ?? new Map<string, LookedStream>()
  looked.set(page, before)
  const known = before.get(file)
  const stream = known ?? (await lookIntoStream(relative(process.cwd(), file)))
  before.set(file, stream)
  return [...(known ? [] : stream.faults), ...typeOfStream(element, stream)]
}

const typeOfStream = (element: PageElement, { path, manifest }: LookedStream): readonly PlacedFault[] => {
  const written = element.attributes.get('type')
  if (written === undefined || !manifest || plainType(written) === manifest.type) return []
  const sentence = `${path} is said to be ${plainType(written)}, and is ${manifest.type}.`
  const edit = element.write('type', manifest.type)
  return [placedError(element.placeOf('type'), 'type-untrue', sentence, `write type="${manifest.type}"`, edit)]
}
