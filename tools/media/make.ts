/**
 * Makes the demo media: `npm run media [clip…]`, and `streams` for what the stream origin serves. Needs Chromium (to draw) and ffmpeg (to encode);
 * the results are committed, so that nobody else needs either.
 */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import { launchChromium } from '../../test/support/engines.ts'
import { synthesise, type VOICES } from './sound.ts'
import { makeStreams } from './streams.ts'

interface ClipPlan {
  readonly name: string
  readonly width: number
  readonly height: number
  readonly seconds: number
  readonly bell: number
  /** Seconds; without it there is no poster, as for what goes all round: flat it is distorted. */
  readonly posterAt?: number
  readonly formats: readonly ('webm' | 'mp4' | 'ogv')[]
  /** Frames a second. Default 25. */
  readonly rate?: number
  /** It has no sound: a talk that is read, or a picture behind a heading. */
  readonly silent?: true
  /** It hardly moves. */
  readonly still?: true
  /** Fewer bits will do, in WebM, which the package ships. */
  readonly soft?: true
}

const FRAMES_PER_SECOND = 25

const PLANS: readonly ClipPlan[] = [
  {
    name: 'spring-tide',
    width: 1280,
    height: 720,
    seconds: 60,
    bell: 392,
    posterAt: 12.48,
    formats: ['webm', 'mp4', 'ogv']
  },
  {
    name: 'tide-board',
    width: 1280,
    height: 720,
    seconds: 30,
    bell: 523,
    posterAt: 9,
    formats: ['webm', 'mp4'],
    soft: true
  },
  { name: 'lock-gate', width: 540, height: 960, seconds: 15, bell: 330, posterAt: 9, formats: ['webm', 'mp4'] },
  {
    name: 'tide-clock',
    width: 600,
    height: 600,
    seconds: 12,
    bell: 440,
    posterAt: 2,
    formats: ['webm', 'mp4'],
    soft: true
  },
  {
    name: 'equinox-talk',
    width: 384,
    height: 216,
    seconds: 1200,
    bell: 0,
    posterAt: 300,
    formats: ['webm', 'mp4'],
    rate: 1,
    silent: true,
    still: true
  },
  {
    name: 'lamp-room',
    width: 1536,
    height: 768,
    seconds: 12,
    bell: 294,
    formats: ['webm', 'mp4'],
    soft: true
  },
  {
    name: 'harbour-dusk',
    width: 960,
    height: 540,
    seconds: 8,
    bell: 0,
    posterAt: 0,
    formats: ['webm', 'mp4'],
    silent: true,
    soft: true
  }
]

const rateOf = ({ rate = FRAMES_PER_SECOND }: ClipPlan): number => rate

/** Clips of sound alone: the wash of the sea, and a bell or another voice. */
const SOUND_PLANS: readonly {
  readonly name: string
  readonly seconds: number
  readonly voice: number | keyof typeof VOICES
}[] = [
  { name: 'bell-buoy', seconds: 16, voice: 349 },
  { name: 'fog-horn', seconds: 18, voice: 'horn' },
  { name: 'shingle', seconds: 12, voice: 'shingle' },
  { name: 'halyards', seconds: 14, voice: 'halyards' }
]

const media = new URL('../../examples/public/media/', import.meta.url).pathname

const SOFT = ['-crf', '56', '-b:a', '16k']
/** What hardly moves needs few bits. */
const STILL = ['-crf', '60', '-g', '240']

/** A keyframe each two seconds keeps seeking quick in small files. */
const ENCODERS: Record<ClipPlan['formats'][number], readonly string[]> = {
  webm: [
    '-c:v',
    'libvpx-vp9',
    '-crf',
    '50',
    '-b:v',
    '0',
    '-g',
    '50',
    '-row-mt',
    '1',
    '-deadline',
    'good',
    '-cpu-used',
    '2',
    '-c:a',
    'libopus',
    '-b:a',
    '32k'
  ],
  mp4: [
    '-c:v',
    'libx264',
    '-preset',
    'veryslow',
    '-profile:v',
    'main',
    '-crf',
    '34',
    '-g',
    '50',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac',
    '-b:a',
    '40k',
    '-movflags',
    '+faststart'
  ],
  ogv: ['-c:v', 'libtheora', '-q:v', '4', '-g', '50', '-c:a', 'libvorbis', '-q:a', '0']
}

const ffmpeg = async (
  args: readonly string[],
  feed?: (write: (frame: Buffer) => Promise<void>) => Promise<void>
): Promise<void> => {
  const child = spawn('ffmpeg', ['-v', 'error', '-y', ...args], {
    stdio: [feed ? 'pipe' : 'ignore', 'inherit', 'inherit']
  })
  const ended = once(child, 'exit')
  if (feed && child.stdin) {
    const input = child.stdin
    await feed(async frame => {
      if (!input.write(frame)) await once(input, 'drain')
    })
    input.end()
  }
  const [code] = await ended
  if (code !== 0) throw new Error(`ffmpeg ended with ${code}`)
}

/** Where the scenes are served from, to the browser alone. */
const STUDIO = 'http://studio.test/'

const openStudio = async (page: Page, plan: ClipPlan): Promise<(frame: number) => Promise<Buffer>> => {
  await page.route(`${STUDIO}**`, async route => {
    const name = new URL(route.request().url()).pathname.slice(1)
    if (name) await route.fulfill({ path: new URL(name, import.meta.url).pathname, contentType: 'text/javascript' })
    else await route.fulfill({ body: '<canvas></canvas>', contentType: 'text/html' })
  })
  await page.goto(STUDIO)
  const imports = "import { frameMark, scenes } from './scenes.js'; import { lampRoom } from './lamp-room.js'"
  const content = `${imports}; globalThis.studio = { scenes: { ...scenes, 'lamp-room': lampRoom }, frameMark }`
  await page.addScriptTag({ type: 'module', content })
  await page.waitForFunction(() => 'studio' in globalThis)
  return async frame => {
    const picture = await page.evaluate(
      async ([clip, number, time]) => {
        const { scenes, frameMark } = (
          globalThis as unknown as {
            studio: {
              scenes: Record<string, (g: unknown, t: number, clip: ClipPlan) => void>
              frameMark: (g: unknown, frame: number, clip: ClipPlan) => void
            }
          }
        ).studio
        const canvas = document.querySelector('canvas') as HTMLCanvasElement
        if (canvas.width !== clip.width) Object.assign(canvas, { width: clip.width, height: clip.height })
        const g = canvas.getContext('2d')
        scenes[clip.name]?.(g, time, clip)
        frameMark(g, number, clip)
        return canvas.toDataURL('image/png').slice('data:image/png;base64,'.length)
      },
      [plan, frame, frame / rateOf(plan)] as const
    )
    return Buffer.from(picture, 'base64')
  }
}

const make = async (page: Page, plan: ClipPlan): Promise<void> => {
  const shoot = await openStudio(page, plan)
  const work = await mkdtemp(join(tmpdir(), 'tern-quay-'))
  const master = join(work, 'master.mkv')
  const sound = join(work, 'sound.wav')
  if (!plan.silent) await writeFile(sound, synthesise(plan.seconds, plan.bell))
  await ffmpeg(
    [
      '-f',
      'image2pipe',
      '-framerate',
      String(rateOf(plan)),
      '-i',
      '-',
      ...(plan.silent ? [] : ['-i', sound]),
      '-c:v',
      'libx264',
      '-qp',
      '0',
      '-preset',
      'ultrafast',
      '-pix_fmt',
      'yuv420p',
      '-c:a',
      'copy',
      master
    ],
    async write => {
      for (let frame = 0; frame < plan.seconds * rateOf(plan); frame += 1) await write(await shoot(frame))
    }
  )
  await Promise.all(
    plan.formats.map(format =>
      ffmpeg([
        '-i',
        master,
        '-map_metadata',
        '-1',
        ...ENCODERS[format],
        ...(plan.still && format === 'webm' ? STILL : []),
        ...(plan.soft && format === 'webm' ? SOFT : []),
        join(media, `${plan.name}.${format}`)
      ])
    )
  )
  if (plan.posterAt !== undefined) {
    const one = ['-ss', String(plan.posterAt), '-i', master, '-frames:v', '1', '-q:v', '10']
    await ffmpeg([...one, join(media, `${plan.name}.jpg`)])
  }
  await rm(work, { recursive: true })
  console.log(`made ${plan.name}: ${plan.formats.join(', ')}`)
}

/** Opus in WebM, and AAC in MPEG-4 for what knows no Opus. */
const makeSound = async ({ name, seconds, voice }: (typeof SOUND_PLANS)[number]): Promise<void> => {
  const work = await mkdtemp(join(tmpdir(), 'tern-quay-'))
  const sound = join(work, 'sound.wav')
  await writeFile(sound, synthesise(seconds, voice))
  const clean = ['-i', sound, '-map_metadata', '-1']
  await ffmpeg([...clean, '-c:a', 'libopus', '-b:a', '12k', join(media, `${name}.webm`)])
  await ffmpeg([...clean, '-c:a', 'aac', '-b:a', '40k', '-movflags', '+faststart', join(media, `${name}.m4a`)])
  await rm(work, { recursive: true })
  console.log(`made ${name}: webm, m4a`)
}

const wanted = process.argv.slice(2)
const browser = await launchChromium()
const page = await browser.newPage()
for (const plan of PLANS) if (wanted.length === 0 || wanted.includes(plan.name)) await make(page, plan)
for (const plan of SOUND_PLANS) if (wanted.length === 0 || wanted.includes(plan.name)) await makeSound(plan)
await browser.close()
if (wanted.length === 0 || wanted.includes('streams')) await makeStreams()
