import { toJsonSchema } from '@valibot/to-json-schema'
import { CLIP_SCHEMA } from '../src/core/documents/clip-schema.ts'
import { REPEATS } from '../src/core/playlist/repeats.ts'

/** The JSON Schema of playlists: its items are clips, whose records may have other fields too. */
export const playlistSchema = (): object => {
  const { $schema, ...clip } = toJsonSchema(CLIP_SCHEMA, { errorMode: 'ignore' })
  const items = {
    type: 'array',
    description: 'What is played, in this order.',
    maxItems: 10_000,
    items: {
      anyOf: [
        { type: 'string', description: 'The address of a media file.' },
        { ...clip, additionalProperties: true }
      ]
    }
  }
  return {
    title: 'A playlist: clips in an order',
    $schema,
    anyOf: [
      items,
      {
        type: 'object',
        properties: {
          $schema: { type: 'string', description: 'Where this schema lies, for editors.' },
          label: { type: 'string', description: 'What the list is called.' },
          repeat: {
            enum: REPEATS,
            description:
              'What follows an item: nothing after the last one, the same again, or the first after the last.'
          },
          shuffle: { type: 'boolean', description: 'Plays them in an order by chance.' },
          items
        },
        required: ['items'],
        additionalProperties: false
      }
    ]
  }
}
