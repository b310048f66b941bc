import { endOf, firstOf, hasExtras, KEPT, PICTURES, SOUND_CODEC, SOUNDS, TEXTS, type Telling } from './playlists.ts'

/** How a presentation names its segments: by number, by time, as a list, or by the index of a single file (ISO/IEC 23009-1, 5.3.9). */
export type Naming = 'number' | 'time' | 'list' | 'file'

const SCALE = 1000

const rowsOf = (name: string, telling: Telling): string => {
  const { files } = telling
  const { segments } = files.indexOf(name)
  const first = firstOf(name, telling)
  return Array.from({ length: endOf(name, telling) - first }, (_, index) => {
    const number = first + index
    const [, , start = 0, duration = 0] = segments[number % segments.length] ?? []
    const time = Math.round((Math.floor(number / segments.length) * files.seconds(name) + start) * SCALE)
    return `<S t="${time}" d="${Math.round(duration * SCALE)}"/>`
  }).join('')
}

/** Where the index of a single file lies: right behind its setup. */
const indexRange = (name: string, { files }: Telling): string => {
  const { init, segments } = files.indexOf(name)
  const [from = 0] = segments[0] ?? []
  return `${init?.[1] ?? 0}-${from - 1}`
}

const segmentsOf = (name: string, naming: Naming, telling: Telling): string => {
  const { init, segments } = telling.files.indexOf(name)
  if (naming === 'file')
    return `<BaseURL>${name}</BaseURL><SegmentBase indexRange="${indexRange(name, telling)}"><Initialization range="0-${(init?.[1] ?? 1) - 1}"/></SegmentBase>`
  if (naming === 'list') {
    const list = segments.map((_, number) => `<SegmentURL media="${name}/${number}"/>`).join('')
    return `<SegmentList duration="${2 * SCALE}" timescale="${SCALE}"><Initialization sourceURL="${name}/init"/>${list}</SegmentList>`
  }
  const common = `timescale="${SCALE}" initialization="${name}/init"`
  if (naming === 'number')
    return `<SegmentTemplate ${common} media="${name}/$Number$" startNumber="0" duration="${2 * SCALE}"/>`
  return `<SegmentTemplate ${common} media="${name}/$Number%05d$" startNumber="${firstOf(name, telling)}"><SegmentTimeline>${rowsOf(name, telling)}</SegmentTimeline></SegmentTemplate>`
}

const picturesOf = (naming: Naming, telling: Telling): string => {
  const representations = PICTURES.map(({ name, width, height, codec }) => {
    const { most } = telling.files.rates(name)
    const bandwidth = telling.misdeclared ? Math.ceil(most / 10) : most
    return `<Representation id="${height}p" bandwidth="${bandwidth}" width="${width}" height="${height}" frameRate="25" codecs="${telling.misdeclared ? 'avc1.none' : codec}">${segmentsOf(name, naming, telling)}</Representation>`
  })
  return `<AdaptationSet mimeType="video/mp4" segmentAlignment="true" startWithSAP="1">${representations.join('')}</AdaptationSet>`
}

const soundsOf = (naming: Naming, telling: Telling): string =>
  SOUNDS.map(({ name, label, language }, index) => {
    const { most } = telling.files.rates(name)
    const role = index === 0 ? '<Role schemeIdUri="urn:mpeg:dash:role:2011" value="main"/>' : ''
    return `<AdaptationSet mimeType="audio/mp4" lang="${language}" segmentAlignment="true"><Label>${label}</Label>${role}<Representation id="${language}-sound" bandwidth="${most}" codecs="${SOUND_CODEC}" audioSamplingRate="44100">${segmentsOf(name, naming, telling)}</Representation></AdaptationSet>`
  }).join('')

const textsOf = (): string =>
  TEXTS.map(
    ({ name, label }) =>
      `<AdaptationSet mimeType="text/vtt" lang="${name}"><Label>${label}</Label><Role schemeIdUri="urn:mpeg:dash:role:2011" value="subtitle"/><Representation id="${name}-text" bandwidth="1000"><BaseURL>/media/spring-tide.${name}.vtt</BaseURL></Representation></AdaptationSet>`
  ).join('')

const TILES = `<AdaptationSet mimeType="image/jpeg" contentType="image"><EssentialProperty schemeIdUri="http://dashif.org/guidelines/thumbnail_tile" value="6x5"/><Representation id="tiles" bandwidth="2000" width="960" height="450"><SegmentTemplate media="tiles.jpg" duration="60" startNumber="0"/></Representation></AdaptationSet>`

/** A media presentation description (ISO/IEC 23009-1). @param clock address of the server's own time */
export const presentation = (naming: Naming, telling: Telling, clock: string): string => {
  const { live, since, hasEnded } = telling
  const isLive = live !== undefined && !hasEnded
  const kind = isLive
    ? `type="dynamic" availabilityStartTime="${new Date(since).toISOString()}" minimumUpdatePeriod="PT2S" timeShiftBufferDepth="PT${KEPT * 2}S" suggestedPresentationDelay="PT6S"`
    : `type="static" mediaPresentationDuration="PT${(live ?? telling.length ?? 30) * 2}S"`
  const sets = [
    picturesOf(naming, telling),
    soundsOf(naming, telling),
    ...(live === undefined && hasExtras(telling) ? [textsOf(), TILES] : [])
  ]
  const timing = isLive ? `<UTCTiming schemeIdUri="urn:mpeg:dash:utc:http-iso:2014" value="${clock}"/>` : ''
  return `<?xml version="1.0"?>\n<MPD xmlns="urn:mpeg:dash:schema:mpd:2011" profiles="urn:mpeg:dash:profile:isoff-live:2011" ${kind} minBufferTime="PT2S"><Period id="1" start="PT0S">${sets.join('')}</Period>${timing}</MPD>\n`
}

/** One of WebM, in two qualities and without sound. */
export const webmPresentation = (telling: Telling): string => {
  const representations = [180, 360].map(height => {
    const name = `quay-${height}.webm`
    return `<Representation id="${height}p" bandwidth="${telling.files.rates(name).most}" width="${(height * 16) / 9}" height="${height}" codecs="vp09.00.21.08">${segmentsOf(name, 'time', telling)}</Representation>`
  })
  return `<?xml version="1.0"?>\n<MPD xmlns="urn:mpeg:dash:schema:mpd:2011" type="static" mediaPresentationDuration="PT20S" minBufferTime="PT2S"><Period><AdaptationSet mimeType="video/webm">${representations.join('')}</AdaptationSet></Period></MPD>\n`
}
