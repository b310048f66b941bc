import { readDialect } from '../../core/documents/dialect.ts'
import type { DialectData } from '../../core/hosted/dialect.ts'
import { whyIgnored } from '../../core/settings/ignored.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import { expectFile, readTextIfThere } from '../read.ts'

/** The dialects of the files that an option names, with commas between. @throws a sentence for one that cannot be read. */
export const readDialects = async (paths: string | undefined): Promise<readonly DialectData[]> => {
  const dialects: DialectData[] = []
  for (const path of paths?.split(',') ?? []) {
    await expectFile(path.trim())
    const text = (await readTextIfThere(path.trim())) ?? ''
    let data: unknown
    try {
      data = JSON.parse(text.replace(/^\ufeff/, ''))
    } catch {
      throw new Error(`${path} is not JSON; yokewright check ${path} says where`)
    }
    const [first] = readDialect(data)
    if (first) throw new Error(`${path} is no good dialect: ${first.message} yokewright check ${path} says more`)
    dialects.push(data as DialectData)
  }
  return dialects
}

/** A dialect whose origin an address has, and none of its forms. */
export const almostOf = (dialects: readonly DialectData[], address: string): DialectData | undefined =>
  URL.canParse(address) ? dialects.find(({ origin }) => new URL(address).origin === new URL(origin).origin) : undefined

/** Why a service passes over a setting; `''` where it honours it. */
export const whyServiceIgnores = (key: SettingKey, { name, commands, rates = [1, 2] }: DialectData): string =>
  whyIgnored(key, {
    kind: 'picture',
    service: name,
    capabilities: {
      volume: commands.volume !== undefined,
      muted: commands.muted !== undefined || commands.volume !== undefined,
      playbackRate: commands.playbackRate === undefined ? undefined : rates
    }
  })
