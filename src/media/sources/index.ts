export * from '../../core/sources/index.ts'
export * from './byte-sources.ts'
