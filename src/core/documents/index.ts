export * from './clip.ts'
export { CLIP_KEYS, CLIP_SCHEMA, type Clip } from './clip-schema.ts'
export * from './pointer.ts'
export * from './record.ts'
