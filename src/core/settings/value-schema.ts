/**
 * What values a setting takes, in the keywords of JSON Schema (2020-12): one description for script, JSON and attributes,
 * and for the schemas that are published.
 */
export type ValueSchema =
  | { readonly type: 'boolean' }
  | { readonly type: 'string'; readonly enum?: readonly string[]; readonly pattern?: string }
  | {
      readonly type: 'number'
      readonly exclusiveMinimum?: number
      readonly minimum?: number
      readonly maximum?: number
      /** `never` in text and JSON, `Infinity` in script. */
      readonly orNever?: boolean
    }
  | { readonly type: 'array'; readonly items?: ValueSchema }
  | {
      readonly type: 'object'
      /** The shape of members; others may be anything. */
      readonly properties?: Readonly<Record<string, ValueSchema>>
      readonly required?: readonly string[]
      /** In script a chosen file stands for itself. */
      readonly orFile?: boolean
      /** In script a function serves too. */
      readonly orFunction?: boolean
    }
  /** Several forms: the first that fits. */
  | { readonly anyOf: readonly ValueSchema[] }

type ObjectSchema = Extract<ValueSchema, { readonly type: 'object' }>
type NumberSchema = Extract<ValueSchema, { readonly type: 'number' }>

const isWithin = (value: number, { exclusiveMinimum, minimum, maximum }: NumberSchema): boolean =>
  value > (exclusiveMinimum ?? Number.NEGATIVE_INFINITY) &&
  value >= (minimum ?? Number.NEGATIVE_INFINITY) &&
  value <= (maximum ?? Number.POSITIVE_INFINITY)

const readNumber = (schema: NumberSchema, value: unknown): number | undefined => {
  if (schema.orNever && (value === 'never' || value === Number.POSITIVE_INFINITY)) return Number.POSITIVE_INFINITY
  return typeof value === 'number' && Number.isFinite(value) && isWithin(value, schema) ? value : undefined
}

/** Whether something is a file or a piece of one (File API, "Blob"), of whatever document. */
export const isFile = (thing: unknown): boolean =>
  /^\[object (?:File|Blob)\]$/.test(Object.prototype.toString.call(thing))

const fits = ({ properties = {}, required = [], orFile }: ObjectSchema, value: object): boolean => {
  if (orFile && isFile(value)) return true
  return (
    required.every(name => name in value) &&
    Object.entries(properties).every(([name, schema]) => {
      const member: unknown = Reflect.get(value, name)
      return member === undefined || readValue(schema, member) !== undefined
    })
  )
}

/** A value as script or JSON gives it, or `undefined` where the schema does not let it in. */
export const readValue = (schema: ValueSchema, value: unknown): unknown => {
  if ('anyOf' in schema) return schema.anyOf.map(form => readValue(form, value)).find(read => read !== undefined)
  switch (schema.type) {
    case 'number':
      return readNumber(schema, value)
    case 'array':
      return Array.isArray(value) && value.every(item => !schema.items || readValue(schema.items, item) !== undefined)
        ? value
        : undefined
    case 'object':
      if (schema.orFunction && typeof value === 'function') return value
      return typeof value === 'object' && value !== null && !Array.isArray(value) && fits(schema, value)
        ? value
        : undefined
    case 'boolean':
      return typeof value === 'boolean' ? value : undefined
    case 'string': {
      const { enum: words = [value], pattern = '' } = schema
      return typeof value === 'string' && words.includes(value) && new RegExp(pattern).test(value) ? value : undefined
    }
  }
}

const parseJson = (text: string): unknown => {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

/** What the text of an attribute means, before {@link readValue} looks at it: `off` is no, a list is words or numbers. */
export const valueOfText = (schema: ValueSchema, text: string): unknown => {
  const plain = text.trim()
  if ('anyOf' in schema)
    return schema.anyOf.map(form => valueOfText(form, text)).find(value => readValue(schema, value) !== undefined)
  switch (schema.type) {
    case 'boolean':
      return plain !== 'off'
    case 'number':
      return plain === 'never' ? plain : plain === '' ? undefined : Number(plain)
    case 'array':
      return plain.startsWith('[')
        ? parseJson(plain)
        : plain
            .split(/[\s,]+/)
            .filter(Boolean)
            .map(word => (schema.items ? valueOfText(schema.items, word) : word))
    case 'object':
      return parseJson(plain)
    case 'string':
      return schema.enum || schema.pattern ? plain : text
  }
}
