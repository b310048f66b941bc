import { relative } from 'node:path'
import { checkVtt } from '../../../core/captions/check/check-vtt.ts'
import { readTextIfThere } from '../../read.ts'
import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import { missingFile } from './media.ts'
import type { Page, PageElement } from './page.ts'

const nameOfLanguage = (tag: string): string | undefined => {
  try {
    return new Intl.DisplayNames([tag], { type: 'language', fallback: 'none' }).of(tag)
  } catch {
    return undefined
  }
}

/** What a viewer chooses a track by. */
const labels = (track: PageElement): readonly PlacedFault[] => {
  const kind = track.attributes.get('kind')?.toLowerCase() ?? 'subtitles'
  if (kind !== 'captions' && kind !== 'subtitles') return []
  const language = track.attributes.get('srclang')?.trim() ?? ''
  const label = nameOfLanguage(language)
  const faults: PlacedFault[] = []
  if (!track.attributes.get('label')?.trim()) {
    const hint = `write label="${label ?? 'English'}"`
    const edit = label ? track.write('label', label) : undefined
    faults.push(
      placedWarning(track.place, 'track-unlabelled', 'A viewer has no name to choose the track by.', hint, edit)
    )
  }
  if (!language)
    faults.push(
      placedError(track.place, 'track-without-language', 'The track has no language.', 'write srclang="en", say')
    )
  return faults
}

/** The WebVTT file of a track, by its own faults, at their places in it. */
const inFile = async (page: Page, track: PageElement): Promise<readonly PlacedFault[]> => {
  const file = page.fileOf(track.attributes.get('src')?.trim() ?? '')
  const text = file === undefined ? undefined : await readTextIfThere(file)
  if (file === undefined || text === undefined) return []
  const path = relative(process.cwd(), file)
  return checkVtt(text, { guidelines: undefined }).map(fault => ({ ...fault, path }))
}

/** Tracks that nobody can choose, that are not there, or that cannot be read. */
export const checkTracks = async (page: Page): Promise<readonly PlacedFault[]> => {
  const faults: PlacedFault[] = []
  for (const element of page.elements) {
    if (element.name !== 'track') continue
    const missing = missingFile(page, element, 'src')
    faults.push(...labels(element), ...(missing ? [missing] : await inFile(page, element)))
  }
  return faults
}
