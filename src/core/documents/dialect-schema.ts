import {
  array,
  boolean,
  check,
  description,
  exactOptional,
  minValue,
  number,
  picklist,
  pipe,
  record,
  strictObject,
  string,
  union,
  unknown
} from 'valibot'
import { FAULT_CODES } from '../fault-codes.ts'
import { HOSTED_COMMANDS, HOSTED_STATES, HOSTED_VALUES } from '../hosted/dialect.ts'

const text = (what: string) => pipe(string('text, in quotes'), description(what))
const oneOf = <Word extends string>(words: readonly Word[]) => picklist(words, `one of ${words.join(', ')}`)

const ORIGIN = 'an origin, such as "https://lantern.example"'
const ADDRESS = 'a form with {clip} in it, such as "/watch/{clip}"'

const unit = exactOptional(
  pipe(oneOf(['seconds', 'milliseconds', 'fraction', 'percent']), description('What the service counts in.'))
)

/** One object for both of its forms, so that a fault is told of the one that was meant. */
const command = union(
  [
    string(),
    strictObject({
      name: exactOptional(text('What it is called.')),
      unit,
      on: exactOptional(text('What turns it on.')),
      off: exactOptional(text('What turns it off.'))
    })
  ],
  'a name, { "name", "unit" }, or { "on", "off" }'
)

const from = {
  push: exactOptional(text('The event that brings it.')),
  poll: exactOptional(text('What is called, or asked, to have it.')),
  at: exactOptional(text('Where in what comes it stands: names with dots between.'))
}

const value = strictObject({ ...from, unit })

const frame = strictObject({
  src: pipe(
    string('text, in quotes'),
    check(written => written.includes('{clip}'), ADDRESS),
    description('Its address, with {clip} for the code of the clip.')
  ),
  parameters: exactOptional(
    pipe(
      record(string(), string('text, in quotes'), 'an object of texts'),
      description('What its address says besides.')
    )
  ),
  allow: exactOptional(pipe(array(string(), 'a list of features'), description('What it may do (HTML, allow).'))),
  sandbox: exactOptional(pipe(array(string(), 'a list of words'), description('What its sandbox lets it do (HTML).'))),
  referrerPolicy: exactOptional(text('What the service hears of the page (Referrer Policy).'))
})

const request = strictObject({
  name: text('The key of what is asked for.'),
  value: text('The key of with what.'),
  id: exactOptional(text('The key of its number, where it is answered.'))
})

const reply = strictObject({
  id: text('The key of the number of what was asked.'),
  ok: exactOptional(text('The key that is true where it was done.')),
  value: exactOptional(text('The key of what was asked for.')),
  reason: exactOptional(text('The key of why not.'))
})

const event = strictObject({
  name: text('The key of what has happened.'),
  value: exactOptional(text('The key of what belongs to it.'))
})

const messages = strictObject({
  always: exactOptional(
    pipe(record(string(), union([string(), number()]), 'an object'), description('What stands in every message.'))
  ),
  areObjects: exactOptional(pipe(boolean('true or false'), description('Messages are objects and not text.'))),
  request,
  reply: exactOptional(reply),
  event
})

const script = strictObject({
  src: text('The address of the script.'),
  global: text('The object that it puts on window.'),
  callback: exactOptional(text('The function that it calls when it is ready.')),
  make: text('The member that makes a player.'),
  options: exactOptional(pipe(record(string(), unknown(), 'an object'), description('What a player is made with.'))),
  callbacks: exactOptional(text('The option that holds the functions for what is pushed.')),
  end: exactOptional(text('The member that ends a player.'))
})

/** By a list of names: each may be there, and no other. */
const each = <Name extends string, Schema>(names: readonly Name[], schema: Schema): Record<Name, Schema> =>
  Object.fromEntries(names.map(name => [name, schema])) as Record<Name, Schema>

/** The schema of the data of a dialect. */
export const DIALECT_SCHEMA = strictObject({
  $schema: exactOptional(text('Where this schema lies, for editors.')),
  name: text('As viewers and faults say it.'),
  origin: pipe(
    string(ORIGIN),
    check(written => /^https?:\/\/[^/?#]+$/.test(written), ORIGIN),
    description('Where the service lives.')
  ),
  addresses: pipe(
    array(
      pipe(
        string(ADDRESS),
        check(written => written.includes('{clip}'), ADDRESS)
      ),
      'a list of forms'
    ),
    description('The forms of its addresses.')
  ),
  frame: exactOptional(frame),
  messages: exactOptional(messages),
  script: exactOptional(script),
  ready: exactOptional(text('The event by which it says that it takes commands.')),
  commands: strictObject(each(HOSTED_COMMANDS, exactOptional(command))),
  values: strictObject(each(HOSTED_VALUES, exactOptional(value))),
  states: strictObject({ ...from, are: record(string(), oneOf(HOSTED_STATES), 'an object of words') }),
  errors: exactOptional(
    strictObject({
      ...from,
      are: record(string(), picklist(FAULT_CODES, 'the code of a fault, such as source-missing'))
    })
  ),
  pressReasons: exactOptional(
    pipe(array(string(), 'a list of words'), description('Why a start is refused where a press is wanted first.'))
  ),
  pollsPerSecond: exactOptional(
    pipe(number('a number'), minValue(0.1, 'at least 0.1'), description('How often polled values are asked for.'))
  ),
  rates: exactOptional(pipe(array(number(), 'a list of numbers'), description('The rates that it plays at.')))
})
