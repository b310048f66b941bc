import { momentBeside, type PlacedMoment } from '../../core/moments/placed-moments.ts'
import { VALUES } from '../../core/playback/values.ts'
import type { AuthorCommand, MomentsView, YokeView } from '../yoke/yoke-view.ts'

/** A command that seeks to the moment before or behind. Its value is a lane. */
const goCommand = (moments: MomentsView, direction: 1 | -1): AuthorCommand => {
  const find = (yoke: YokeView, lane = ''): PlacedMoment | undefined =>
    momentBeside(moments.all, yoke.snapshot.currentTime, direction, lane)
  return {
    run: async (lane, yoke) => {
      const found = find(yoke, String(lane ?? ''))
      if (found) await yoke.run('seek', found.start)
    },
    availability: yoke => (find(yoke) ? 'now' : 'later')
  }
}

/** The label of the last moment that has begun under the pointer; `''` while none is there. */
const labelUnderPointer = (moments: MomentsView, { snapshot }: YokeView): string => {
  const seconds = VALUES['pointer-time'](snapshot)
  return (seconds !== undefined && moments.at(seconds).at(-1)?.moment.label) || ''
}

/** What moments add to their yoke: each by its name in markup. */
export const addVocabulary = ({ commands, authorValues, authorStates }: YokeView, moments: MomentsView): void => {
  commands.set('next-moment', goCommand(moments, 1))
  commands.set('previous-moment', goCommand(moments, -1))
  authorValues.set('pointer-moment', { read: yoke => labelUnderPointer(moments, yoke) })
  authorStates.set('has-moments', () => moments.all.length > 0)
}
