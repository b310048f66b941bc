import { type PresetStore, StoreConflict, type StoredPreset, type UnreadPreset } from './store.ts'
import { whenBack } from './when-back.ts'

/** RFC 9110, "412 Precondition Failed". */
const PRECONDITION_FAILED = 412

const demandGood = (answer: Response, name: string): void => {
  if (answer.status === PRECONDITION_FAILED) throw new StoreConflict(name)
  if (!answer.ok) throw new Error(`the server answers ${answer.status}`)
}

/** The version that an answer names (RFC 9110, "ETag"). */
const versionOf = (answer: Response): string => {
  const version = answer.headers.get('etag')
  if (version === null) throw new Error('the server names no ETag, or does not let this page see it')
  return version
}

/** Only if it is still as it was (RFC 9110, "If-Match" and "If-None-Match"). */
const unchanged = (version: string | undefined): Record<string, string> =>
  version === undefined ? { 'if-none-match': '*' } : { 'if-match': version }

/**
 * Keeps presets on a server, a plain JSON document each: `GET` of the address lists their names, `GET`, `PUT` and `DELETE` of
 * `address/NAME.json` are one. Versions are ETags: two editors cannot overwrite each other unseen. Other tabs of the browser
 * look again after a change, and a tab that comes back to the front.
 * @param init for every request, such as `{ credentials: 'include' }`.
 */
export const httpStore = (address: string, init: RequestInit = {}): PresetStore => {
  const top = new URL(address.endsWith('/') ? address : `${address}/`, globalThis.document?.baseURI)
  const of = (name: string): URL => new URL(`${encodeURIComponent(name)}.json`, top)
  const ask = (url: URL, more: RequestInit = {}): Promise<Response> =>
    fetch(url, { cache: 'no-cache', ...init, ...more, headers: { ...(init.headers as object), ...more.headers } })
  const tabs = globalThis.BroadcastChannel && new BroadcastChannel(`yokewright presets ${top.href}`)
  // Node goes on as long as a channel is open.
  ;(tabs as { unref?(): void } | undefined)?.unref?.()

  const readOne = async (name: string): Promise<StoredPreset | UnreadPreset> => {
    try {
      const answer = await ask(of(name))
      demandGood(answer, name)
      return { preset: await answer.json(), version: versionOf(answer) }
    } catch (error) {
      return { unread: new Error(`${name}: ${(error as Error).message}`, { cause: error }) }
    }
  }

  return {
    async list() {
      const answer = await ask(top)
      demandGood(answer, 'the list')
      const names: unknown = await answer.json()
      if (!Array.isArray(names)) throw new TypeError('a list of names was expected')
      return Promise.all(names.map(name => readOne(String(name))))
    },
    async save(preset, version) {
      const headers = { 'content-type': 'application/json', ...unchanged(version) }
      const answer = await ask(of(preset.name), { method: 'PUT', body: JSON.stringify(preset), headers })
      demandGood(answer, preset.name)
      tabs?.postMessage(preset.name)
      return versionOf(answer)
    },
    async remove(name, version) {
      demandGood(await ask(of(name), { method: 'DELETE', headers: unchanged(version) }), name)
      tabs?.postMessage(name)
    },
    watch(changed) {
      const end = whenBack(changed)
      tabs?.addEventListener('message', changed)
      return () => {
        tabs?.removeEventListener('message', changed)
        end()
      }
    }
  }
}
