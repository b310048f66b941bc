import { transform } from 'lightningcss'
import type { Plugin } from 'vite'

/** A style sheet in a module: a template without holes, after a comment that says so. */
const SHEET = /\/\* css \*\/ `([^`$\\]*)`/g

const slim = (css: string, filename: string): string =>
  transform({ filename, code: Buffer.from(css), minify: true }).code.toString()

/** Takes out of the style sheets in modules what no engine reads. A sheet that is no CSS ends the build. */
export const slimCss: Plugin = {
  name: 'slim-css',
  enforce: 'pre',
  transform: (code, id) =>
    code.includes('/* css */')
      ? { code: code.replace(SHEET, (_, css: string) => JSON.stringify(slim(css, id))), map: null }
      : null
}
