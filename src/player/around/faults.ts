import { type Fault, fault } from '../../core/fault.ts'

/** All round it cannot be shown: it stays flat. */
export const viewUnavailable = (why: string, hint: string): Fault =>
  fault('view-unavailable', `The picture cannot be shown all round: ${why}. It is shown flat.`, hint)

export const withoutWebgl = (): Fault =>
  viewUnavailable('the browser has no WebGL 2', 'nothing is wrong with the page; the flat picture plays as any other')

export const noPicture = (service: string | undefined): Fault =>
  service === undefined
    ? viewUnavailable('the media has no picture that a page can draw', 'give it a file with a picture')
    : viewUnavailable(`${service} shows it in a frame`, 'only files of a page can be shown all round')

export const underNativeControls = (): Fault =>
  viewUnavailable(
    'the browser’s own controls lie over it, and would be covered',
    'write controls on <yoke-player> instead of the video, or give it a play button'
  )

export const tooLarge = (width: number, height: number, most: number): Fault =>
  viewUnavailable(
    `it is ${width} × ${height}, and this device draws no more than ${most} points across`,
    `offer a source with width="${most}" as well`
  )

export const unreadable = (): Fault =>
  fault(
    'picture-unreadable',
    'The picture cannot be shown all round: it comes from another origin. It is shown flat.',
    'let its server send Access-Control-Allow-Origin, and give the player crossorigin="anonymous"'
  )

export const misshapen = (width: number, height: number): Fault =>
  fault(
    'view-misshapen',
    `The picture is ${width} × ${height}, and one that goes all round is twice as wide as it is high: what is seen is distorted.`,
    'export it as equirectangular, or take view="around" away'
  )

/** Why a value of a command cannot be read. */
export const degreesUnreadable = (command: string, value: string): Fault => {
  const example = command === 'look-at' ? '120 -10' : '15'
  return fault(
    'number-unreadable',
    `Degrees for ${command} were expected, but “${value}” came.`,
    `write value="${example}"`
  )
}
