export * from './contrast.ts'
export { declareColours, toHex } from './look-css.ts'
export * from './oklch.ts'
export * from './palette.ts'
