import type { SegmentKey } from '../../../../core/streams/manifest.ts'
import type { Fetch } from './network.ts'

const bytesOfHex = (hex: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from({ length: 16 }, (_, index) => Number.parseInt(hex.slice(index * 2, index * 2 + 2), 16))

/** Opens segments that are enciphered whole (RFC 8216, section 4.3.2.4, `AES-128`), with keys that are fetched once each. */
export class Decipher {
  readonly #fetch: Fetch
  readonly #keys = new Map<string, Promise<CryptoKey>>()

  constructor(fetch: Fetch) {
    this.#fetch = fetch
  }

  /** @throws where the key cannot be had, or does not fit. */
  async open(bytes: Uint8Array, key: SegmentKey): Promise<Uint8Array> {
    try {
      const algorithm = { name: 'AES-CBC', iv: bytesOfHex(key.iv) }
      return new Uint8Array(await crypto.subtle.decrypt(algorithm, await this.#keyOf(key), bytes as BufferSource))
    } catch (cause) {
      this.#keys.delete(key.src)
      throw cause
    }
  }

  #keyOf({ src }: SegmentKey): Promise<CryptoKey> {
    const known = this.#keys.get(src)
    if (known) return known
    const key = this.#fetch({ src }).then(answer => {
      if (!answer.ok) throw new Error(answer.fault.message)
      return crypto.subtle.importKey('raw', answer.value.bytes as BufferSource, 'AES-CBC', false, ['decrypt'])
    })
    this.#keys.set(src, key)
    return key
  }
}
