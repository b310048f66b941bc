import {
  array,
  boolean,
  check,
  description,
  exactOptional,
  type InferOutput,
  integer,
  minValue,
  number,
  picklist,
  pipe,
  record,
  regex,
  strictObject,
  string,
  union,
  unknown
} from 'valibot'
import { focusPointOf } from '../picture/fit.ts'
import { FITS } from '../picture/fits.ts'
import { isSafeAddress } from '../safe-address.ts'
import { tryParseTimeAddress } from '../time/address.ts'

const address = (what: string) =>
  pipe(
    string('an address, in quotes'),
    check(isSafeAddress, 'an address with http, https, blob, data or file, or a relative one'),
    description(what)
  )

const text = (what: string) => pipe(string('text, in quotes'), description(what))

const pixels = (what: string) =>
  pipe(
    number('a number of pixels'),
    integer('a whole number of pixels'),
    minValue(1, 'at least 1 pixel'),
    description(what)
  )

const TIME = 'seconds, or a time address such as "1:30", "50%" or "end"'
const time = (what: string) =>
  pipe(
    union(
      [
        pipe(number(), minValue(0, TIME)),
        pipe(
          string(),
          check(written => tryParseTimeAddress(written).ok, TIME)
        )
      ],
      TIME
    ),
    description(what)
  )

const TRACK_KINDS = ['captions', 'subtitles', 'descriptions', 'chapters', 'metadata'] as const

const DIRECTION = 'heading and pitch in degrees, such as "120 -10"'
const POINT = 'two percentages, from the left and from the top, such as "50% 20%"'

const source = strictObject({
  src: address('The address of a media file.'),
  type: exactOptional(text('Its MIME type with codecs, as yokewright probe prints it.')),
  media: exactOptional(text('A media condition, as on a <source>.')),
  width: exactOptional(pixels('The width of its picture, where sizes are to be chosen from.'))
})

const image = strictObject({ src: address('The address of an image.') })
const frame = strictObject({ at: time('The frame that is the poster: "50%" for the one in the middle.') })

const track = strictObject({
  kind: exactOptional(picklist(TRACK_KINDS, `one of ${TRACK_KINDS.join(', ')}`)),
  src: address('The address of a WebVTT file.'),
  srclang: exactOptional(text('A BCP 47 language tag.')),
  label: exactOptional(text('What the viewer chooses it by.')),
  id: exactOptional(text('What set-captions calls it.')),
  default: exactOptional(pipe(boolean(), description('Shown from the start.'))),
  forced: exactOptional(pipe(boolean(), description('Shown while no other track is.')))
})

const moment = strictObject({
  at: time('Where it begins.'),
  until: exactOptional(time('Where it is over. Without it, where the next one of its lane begins.')),
  label: text('What it is called.'),
  lane: exactOptional(text('What it belongs to, where there are several lists of moments beside one clip.'))
})

/** The schema of clip documents. */
export const CLIP_SCHEMA = strictObject({
  $schema: exactOptional(text('Where this schema lies, for editors.')),
  title: exactOptional(text('What plays, in words.')),
  width: exactOptional(pixels('Width of the picture: keeps its space before anything loads.')),
  height: exactOptional(pixels('Height of the picture.')),
  fit: exactOptional(
    pipe(picklist(FITS, `one of ${FITS.join(', ')}`), description('How the picture fills its box, as CSS object-fit.'))
  ),
  focusPoint: exactOptional(
    pipe(
      string(POINT),
      check(written => focusPointOf(written) !== undefined, POINT),
      description('The point that stays in view where the picture is cut off: from its left and its top.')
    )
  ),
  view: exactOptional(
    pipe(
      picklist(['flat', 'around'], 'flat or around'),
      description('"around" for an equirectangular picture, which goes all round its viewer.')
    )
  ),
  lookAt: exactOptional(
    pipe(
      string(DIRECTION),
      regex(/^\s*-?\d+(\.\d+)?(\s+-?\d+(\.\d+)?){0,2}\s*$/, DIRECTION),
      description('Where an all-round picture is looked at first: heading and pitch in degrees.')
    )
  ),
  frameRate: exactOptional(
    pipe(number('frames a second'), minValue(1, 'at least 1 frame a second'), description('Frames a second.'))
  ),
  from: exactOptional(time('Where the clip begins within its media.')),
  until: exactOptional(time('Where the clip is over within its media.')),
  sources: exactOptional(
    pipe(
      array(
        union([address('The address of a media file.'), source], 'an address, or an object with src'),
        'a list of sources'
      ),
      description('What to play: the first that truly plays.')
    )
  ),
  poster: exactOptional(
    pipe(
      union(
        [address('The address of an image.'), image, frame],
        'an address, { "src": … } for an image, or { "at": … } for a frame'
      ),
      description('What is shown before the first frame.')
    )
  ),
  tracks: exactOptional(pipe(array(track, 'a list of tracks'), description('Captions and other text tracks.'))),
  preset: exactOptional(text('The preset that players of it are linked to: its name, or the address of its document.')),
  settings: exactOptional(
    pipe(
      record(string(), unknown(), 'an object of settings'),
      description('How the player behaves: the settings of the attribute settings, by the same names.')
    )
  ),
  moments: exactOptional(pipe(array(moment, 'a list of moments'), description('Labelled points of the timeline.')))
})

/** A clip: a record that describes one thing to play. Times are seconds or time addresses, addresses are relative to it. */
export type Clip = InferOutput<typeof CLIP_SCHEMA>

const keysOf = (...schemas: readonly { readonly entries: object }[]): readonly string[] =>
  schemas.flatMap(({ entries }) => Object.keys(entries))

/** The keys that a clip may have, by the key that they are under; `''` for its own. */
export const CLIP_KEYS: Readonly<Record<string, readonly string[]>> = {
  '': keysOf(CLIP_SCHEMA),
  sources: keysOf(source),
  poster: keysOf(image, frame),
  tracks: keysOf(track),
  moments: keysOf(moment)
}
