import { type Fault, fault, type Result } from '../../core/fault.ts'
import { tryParseFit, tryParseFocusPoint } from '../../core/picture/read-fit.ts'

type Name = 'fit' | 'focus-point'

/** Why what is written cannot be read. */
export const whyUnreadable = (name: Name, text: string): Fault | undefined => {
  const read: Result<unknown> = name === 'fit' ? tryParseFit(text) : tryParseFocusPoint(text)
  return read.ok ? undefined : read.fault
}

/** An attribute, and a clip document that says the same thing. */
export const fitTwice = (name: Name): Fault =>
  fault(
    'setting-twice',
    `${name} is set by an attribute of its own and by the clip document; an attribute of its own wins.`,
    'take one of the two away'
  )
