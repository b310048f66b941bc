import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'
import { STORE_CASES } from '../support/store-cases.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const mount = (html = ''): Promise<void> =>
  person.mount(html, { head: '<script src="/dist/yokewright.presets.js" defer></script>' })

// WebKit’s build for Debian has the folder, and nothing to write with.
describe.runIf(currentEngine() !== 'webkit')('a folder of files', () => {
  it.each(STORE_CASES)('%s', async (_, run, expected) => {
    await mount()
    const seen = await person.page.run(async (source: string) => {
      const folder = await navigator.storage.getDirectory()
      for await (const name of folder.keys()) await folder.removeEntry(name, { recursive: true })
      const test = new Function(`return (${source})`)() as (store: unknown) => Promise<unknown>
      return test(yokewright.presets.folderStore(folder))
    }, `(store) => { const __name = named => named; return (${run})(store) }`)
    expect(seen).toEqual(expected)
  })

  it('files of any name are read and kept by that name; others’ edits are seen; what is no JSON is named', async () => {
    await mount('<yoke-player preset="lesson" src="/media/tide-clock.webm"></yoke-player>')
    const seen = await person.page.run(async () => {
      const { connectStore, folderStore, presetNamed } = yokewright.presets
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('own', { create: true })
      const write = async (name: string, text: string): Promise<void> => {
        const writable = await (await folder.getFileHandle(name, { create: true })).createWritable()
        await writable.write(text)
        await writable.close()
      }
      await write('for teachers.json', '{ "name": "lesson", "hideAfter": 5 }')
      await write('readme.txt', 'none')
      const store = await connectStore(folderStore(folder))
      const first = presetNamed('lesson')?.hideAfter
      await store.save({ name: 'lesson', hideAfter: 6 })
      const names: string[] = []
      for await (const name of folder.keys()) names.push(name)
      await write('for teachers.json', '{ "name": "lesson", "hideAfter": 7 }')
      const saved = await store.save({ name: 'lesson', hideAfter: 8 })
      await store.reload()
      const theirs = presetNamed('lesson')?.hideAfter
      await write('a-broken.json', '{ "name": ')
      await write('for teachers.json', '{ "name": "lesson", "hideAfter": 9 }')
      const broken = await store.reload()
      return {
        first,
        names: names.sort(),
        saved: saved.ok ? '' : saved.fault.code,
        theirs,
        broken: broken.ok ? '' : broken.fault.message,
        after: presetNamed('lesson')?.hideAfter
      }
    })
    expect(seen).toEqual({
      first: 5,
      names: ['for teachers.json', 'readme.txt'],
      saved: 'preset-conflict',
      theirs: 7,
      broken: expect.stringContaining('a-broken.json is no JSON'),
      after: 9
    })
  })
})
