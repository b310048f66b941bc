import { pointInto } from '../../core/documents/pointer.ts'
import { isRecord } from '../../core/record.ts'
import { isSafeAddress } from '../../core/safe-address.ts'
import { formatClock, formatDatetime } from '../../core/time/clock.ts'
import { attributeOf, findWithin, isForm, isTag } from '../scope/nodes.ts'

/** In a row: the field of its record that an element shows, a key or a JSON Pointer (RFC 6901). */
const FIELD = 'data-yoke-field'

/** What fields are read from, and what addresses in them are relative to. */
export interface FieldSource {
  readonly record: Readonly<Record<string, unknown>>
  readonly resolve: (address: string) => string
}

/** A value as text: of a list its entries, of anything deeper nothing. */
export const fieldText = (value: unknown): string => {
  if (Array.isArray(value)) return value.map(fieldText).filter(Boolean).join(', ')
  return typeof value === 'string' || typeof value === 'number' ? String(value) : ''
}

/** The address in a field that is one, or has a `src`; `''` for none, and for one that may not be loaded. */
const fieldAddress = (value: unknown, resolve: FieldSource['resolve']): string => {
  const written = isRecord(value) ? value.src : value
  const address = typeof written === 'string' && isSafeAddress(written) ? written : ''
  return address && resolve(address)
}

const setAddress = (element: Element, attribute: 'src' | 'href', address: string): void => {
  if (address === '') element.removeAttribute(attribute)
  else if (element.getAttribute(attribute) !== address) element.setAttribute(attribute, address)
}

const fillImage = (image: HTMLImageElement, address: string): void => {
  // What it shows is said beside it, unless its author says otherwise.
  if (!image.hasAttribute('alt')) image.alt = ''
  setAddress(image, 'src', address)
  // Without an address it would be a broken image.
  image.hidden = address === ''
}

/** Shows a field of a record: an image its address, a link where it leads, anything else its text. */
export const fillField = (element: Element, name: string, { record, resolve }: FieldSource): void => {
  const value = pointInto(record, name)
  if (isTag(element, 'img')) {
    fillImage(element, fieldAddress(value, resolve))
    return
  }
  if (isTag(element, 'a')) {
    const address = fieldAddress(value, resolve)
    setAddress(element, 'href', /^(?:data|blob):/i.test(address) ? '' : address)
    return
  }
  const isTime = isTag(element, 'time') && typeof value === 'number'
  if (isTime) element.dateTime = formatDatetime(value)
  const text = isTime ? formatClock(value) : fieldText(value)
  if (element.textContent !== text) element.textContent = text
  if (!element.hasAttribute('dir')) element.setAttribute('dir', 'auto')
}

/** What in a row names a field; not forms, whose own fields hide their members. */
const fieldsIn = (row: Element): readonly Element[] => findWithin(row, `[${FIELD}]`).filter(element => !isForm(element))

/** Fills a row, and all in it that name a field. */
export const fillRow = (row: Element, source: FieldSource): void => {
  for (const element of fieldsIn(row)) fillField(element, attributeOf(element, FIELD) ?? '', source)
}

const readElement = (element: Element): unknown => {
  if (isTag(element, 'img')) return element.getAttribute('src') ?? ''
  if (isTag(element, 'a')) return element.getAttribute('href') ?? ''
  return element.textContent?.trim() ?? ''
}

/** The record that a row of the page says: what stands in the elements that name fields. */
export const readRow = (row: Element): Readonly<Record<string, unknown>> =>
  Object.fromEntries(fieldsIn(row).map(element => [attributeOf(element, FIELD) ?? '', readElement(element)] as const))
