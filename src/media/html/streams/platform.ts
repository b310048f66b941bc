import { type Fault, fault } from '../../../core/fault.ts'

/** The platform's Media Source, the managed one where it is there: it says when to load, and works on telephones. */
interface SourceClass {
  new (): MediaSource
  isTypeSupported(type: string): boolean
}

const CLASSES = globalThis as { readonly ManagedMediaSource?: SourceClass; readonly MediaSource?: SourceClass }

/** `undefined` where the engine has none: there it plays what it can by itself. */
export const sourceClass = (): SourceClass | undefined => CLASSES.ManagedMediaSource ?? CLASSES.MediaSource

/** Whether the engine takes segments of a type; one that is not known is tried. */
export const takesType = (type: string): boolean => type === '' || sourceClass()?.isTypeSupported(type) === true

/** @param types what it is, where that is known */
export const nothingPlayable = (src: string, types = ''): Fault =>
  fault(
    'stream-unsupported',
    `This browser plays no form of ${src}${types && `, which is ${types}`}.`,
    'H.264 and AAC are played by all'
  )
