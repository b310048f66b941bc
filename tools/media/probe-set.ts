/**
 * Makes the small files on which `probe` is tried, and what Debian's ffprobe finds in them: `node --import tsx tools/media/probe-set.ts`.
 * The results are committed (tools/media/probe-set), so that tests need neither ffmpeg nor ffprobe.
 */
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { mkdir, readFile, rm, stat, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const folder = new URL('./probe-set/', import.meta.url).pathname

const picture = (size: string, rate: string, seconds: number): string[] => [
  '-f',
  'lavfi',
  '-i',
  `testsrc2=s=${size}:r=${rate}:d=${seconds}`
]
const tone = (rate: number, channels: number, seconds: number): string[] => [
  '-f',
  'lavfi',
  '-i',
  `sine=f=440:r=${rate}:d=${seconds},pan=${channels === 1 ? 'mono|c0=c0' : channels === 6 ? '5.1|c0=c0|c1=c0|c2=c0|c3=c0|c4=c0|c5=c0' : 'stereo|c0=c0|c1=c0'}`
]
const small = picture('64x48', '25', 1)
const sound = tone(48_000, 2, 1)

/** File names, and how ffmpeg makes them. */
const FILES: Readonly<Record<string, readonly string[]>> = {
  'main.mp4': [
    ...small,
    ...sound,
    '-c:v',
    'libx264',
    '-profile:v',
    'main',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac',
    '-movflags',
    '+faststart'
  ],
  'index-late.mp4': [
    ...small,
    ...sound,
    '-c:v',
    'libx264',
    '-profile:v',
    'baseline',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac'
  ],
  'fragments.mp4': [
    ...small,
    ...sound,
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac',
    '-movflags',
    '+frag_keyframe+empty_moov+default_base_moof'
  ],
  'fragments-indexed.mp4': [...small, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-g', '10', '-movflags', '+dash'],
  'ten-bits.mp4': [...small, '-c:v', 'libx264', '-profile:v', 'high10', '-pix_fmt', 'yuv420p10le'],
  'turned.mp4': ['-i', '@main.mp4', '-c', 'copy', '-metadata:s:v', 'rotate=90'],
  'upside-down.mov': ['-i', '@main.mp4', '-c', 'copy', '-metadata:s:v', 'rotate=180'],
  'wide-pixels.mp4': [
    ...picture('64x48', '24000/1001', 1),
    '-vf',
    'setsar=4/3',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p'
  ],
  'hevc.mp4': [...small, '-c:v', 'libx265', '-x265-params', 'log-level=none', '-pix_fmt', 'yuv420p', '-tag:v', 'hvc1'],
  'hevc-ten-bits.mp4': [
    ...small,
    '-c:v',
    'libx265',
    '-x265-params',
    'log-level=none',
    '-pix_fmt',
    'yuv420p10le',
    '-tag:v',
    'hev1'
  ],
  'av1.mp4': [...small, ...sound, '-c:v', 'libaom-av1', '-cpu-used', '8', '-c:a', 'libopus'],
  'vp9.mp4': [...small, '-c:v', 'libvpx-vp9', '-c:a', 'flac', '-strict', '-2'],
  'mpeg4.mp4': [...small, ...tone(44_100, 2, 1), '-c:v', 'mpeg4', '-c:a', 'libmp3lame'],
  'flac.mp4': [...tone(44_100, 2, 1), '-c:a', 'flac', '-strict', '-2'],
  'setContext.m4a': [...tone(48_000, 6, 1), '-c:a', 'aac'],
  'mono.m4a': [...tone(22_050, 1, 1.5), '-c:a', 'aac'],
  'pcm.mov': [...small, ...tone(48_000, 2, 0.2), '-c:v', 'mjpeg', '-c:a', 'pcm_s16le'],
  'vp8.webm': [...small, ...sound, '-c:v', 'libvpx', '-c:a', 'libvorbis'],
  'vp9.webm': [...picture('64x48', '30', 2), ...sound, '-c:v', 'libvpx-vp9', '-c:a', 'libopus'],
  'vp9-ten-bits.webm': [...small, '-c:v', 'libvpx-vp9', '-profile:v', '2', '-pix_fmt', 'yuv420p10le'],
  'av1.webm': [...small, '-c:v', 'libaom-av1', '-cpu-used', '8'],
  'av1-ten-bits.webm': [...small, '-c:v', 'libaom-av1', '-cpu-used', '8', '-pix_fmt', 'yuv420p10le'],
  'index-first.webm': [...small, '-c:v', 'libvpx', '-cues_to_front', '1', '-reserve_index_space', '512'],
  'live.webm': [...small, ...sound, '-c:v', 'libvpx', '-c:a', 'libopus', '-live', '1'],
  'sound.webm': [...tone(48_000, 1, 1.2), '-c:a', 'libopus'],
  'wide-pixels.webm': [...small, '-vf', 'setsar=2/1', '-c:v', 'libvpx'],
  'avc.mkv': [...small, ...sound, '-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-c:a', 'aac'],
  'mp3.mka': [...sound, '-c:a', 'libmp3lame'],
  'theora.ogv': [...picture('64x48', '25', 2), ...tone(44_100, 1, 2), '-c:v', 'libtheora', '-c:a', 'libvorbis'],
  'theora-wide-pixels.ogv': [...picture('80x48', '15', 1), '-vf', 'setsar=4/3', '-c:v', 'libtheora'],
  'vorbis.ogg': [...tone(44_100, 2, 2), '-c:a', 'libvorbis'],
  'opus.opus': [...tone(48_000, 2, 2.3), '-c:a', 'libopus'],
  'flac.oga': [...tone(44_100, 1, 1), '-c:a', 'flac'],
  'constant.mp3': [...tone(44_100, 2, 3), '-c:a', 'libmp3lame', '-b:a', '64k'],
  'varying.mp3': [...tone(48_000, 1, 3), '-c:a', 'libmp3lame', '-q:a', '7', '-metadata', 'title=High water'],
  'no-table.mp3': [
    ...tone(24_000, 1, 3),
    '-c:a',
    'libmp3lame',
    '-b:a',
    '32k',
    '-write_xing',
    '0',
    '-id3v2_version',
    '0',
    '-write_id3v1',
    '1',
    '-metadata',
    'title=Ebb'
  ],
  'mono.wav': [...tone(8000, 1, 0.5), '-c:a', 'pcm_s16le'],
  'surround.wav': [...tone(8000, 6, 0.2), '-c:a', 'pcm_s24le'],
  'float.wav': [...tone(8000, 2, 0.2), '-c:a', 'pcm_f32le', '-metadata', 'comment=odd']
}

/** The codecs strings that ffmpeg itself writes into a DASH manifest; `[]` where it cannot. */
const codecsOf = (path: string): readonly string[] => {
  const work = mkdtempSync(join(tmpdir(), 'probe-set-'))
  const manifest = join(work, 'all.mpd')
  const { status } = spawnSync('ffmpeg', [
    '-v',
    'quiet',
    '-i',
    path,
    '-c',
    'copy',
    '-strict',
    '-2',
    '-f',
    'dash',
    manifest
  ])
  const found =
    status === 0 ? [...readFileSync(manifest, 'utf8').matchAll(/codecs="([^"]*)"/g)].map(([, codec = '']) => codec) : []
  rmSync(work, { recursive: true })
  return found
}

const ffprobe = (path: string): unknown => {
  const answer = execFileSync(
    'ffprobe',
    [
      '-v',
      'error',
      '-of',
      'json',
      '-show_entries',
      'format=format_name,duration,size:stream=codec_name,codec_type,profile,level,width,height,sample_aspect_ratio,avg_frame_rate,r_frame_rate,channels,sample_rate,pix_fmt,nb_frames:stream_side_data=rotation',
      path
    ],
    { encoding: 'utf8' }
  )
  const { format, streams } = JSON.parse(answer)
  return { format, streams, codecs: codecsOf(path) }
}

await rm(folder, { recursive: true, force: true })
await mkdir(folder, { recursive: true })
const expected: Record<string, unknown> = {}
for (const [name, args] of Object.entries(FILES)) {
  const path = join(folder, name)
  const placed = args.map(arg => (arg.startsWith('@') ? join(folder, arg.slice(1)) : arg))
  const clean = ['-map_metadata', '-1', '-fflags', '+bitexact', '-flags:v', '+bitexact', '-flags:a', '+bitexact']
  execFileSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    ...placed,
    ...(args.some(arg => arg.startsWith('-metadata')) ? [] : clean),
    path
  ])
  expected[name] = ffprobe(path)
}
// The start of a file whose rest never came.
await writeFile(join(folder, 'cut-off.mp4'), (await readFile(join(folder, 'main.mp4'))).subarray(0, 3000))
await writeFile(join(folder, 'cut-off.webm'), (await readFile(join(folder, 'vp8.webm'))).subarray(0, 3000))
await writeFile(join(folder, 'expected.json'), `${JSON.stringify(expected, null, 2)}\n`)
let bytes = 0
for (const name of Object.keys(FILES)) bytes += (await stat(join(folder, name))).size
console.log(`made ${Object.keys(FILES).length} files, ${Math.round(bytes / 1024)} kB`)
