import { afterAll, beforeAll, expect, it } from 'vitest'
import type { YokeFaultEvent } from '../../../src/wiring/index.ts'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'
import { hostedHead, openStandIn, type StandIn } from '../../support/stand-ins.ts'

let person: Person
let skerry: StandIn
beforeAll(async () => {
  person = await openPerson(currentEngine())
  skerry = await openStandIn('skerry')
})
afterAll(async () => {
  await person?.leave()
  await skerry?.service.close()
})

it('what a service’s player has no longer is told once by its name, and the rest works on', async () => {
  const { dialect } = skerry
  const old = {
    ...dialect,
    commands: { ...dialect.commands, playbackRate: 'setTempo' },
    values: { ...dialect.values, title: { poll: 'caption' } }
  }
  await person.mount(`<yoke-player controls muted src="${skerry.address('tc12')}"></yoke-player>`, {
    head: hostedHead([{ ...skerry, dialect: old }])
  })
  await person.until('a media', () => document.querySelector('yoke-player')?.yoke.media)
  const told = await person.page.run(async () => {
    const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    const faults: string[] = []
    yoke.addEventListener('yoke-fault', event => {
      const { fault } = event as YokeFaultEvent
      faults.push(`${fault.code} ${fault.message}`)
    })
    await yoke.run('play')
    for (const rate of [1.5, 2]) await yoke.run('set-playback-rate', rate)
    const far = yoke.media?.currentTime ?? 0
    await new Promise<void>(resolve => {
      yoke.subscribe(
        ({ snapshot }) => snapshot.playbackRate === 1 && snapshot.currentTime > far + 1,
        () => resolve()
      )
    })
    return faults.filter(text => text.startsWith('service-changed '))
  })
  expect(told).toEqual([
    'service-changed Skerry has no “caption”, which its dialect names.',
    'service-changed Skerry has no “setTempo”, which its dialect names.'
  ])
  expect(await person.page.run(() => globalThis.notes.errors)).toEqual([])
})
