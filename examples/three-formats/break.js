/** What can be done to a file: how its button is called, and the source that comes of it. */
const WAYS = {
  whole: { label: 'As it is', of: file => file },
  missing: { label: 'Missing', of: file => ({ ...file, src: file.src.replace('spring-tide', 'gone-out') }) },
  page: { label: 'A page instead', of: file => ({ ...file, src: new URL('../index.html', document.baseURI).href }) },
  mistyped: {
    label: 'Type misspelt',
    of: file => ({ ...file, type: file.type.replace(/^video\/(.)(.)/, 'video/$2$1') })
  },
  cut: { label: 'Cut off', of: async file => ({ ...file, src: await cutOff(file.src) }) }
}

/** As many lines of the log are kept. */
const LINES = 10

const ANSWERS = { '': 'no', maybe: 'perhaps', probably: 'very likely' }
const STATES = {
  untried: 'not tried',
  loading: 'loading …',
  chosen: 'plays',
  refused: 'passed over',
  failed: 'left',
  silent: 'left'
}

/** The beginning of a file, as an address of its own. */
const cutOff = async src => {
  const whole = await (await fetch(src)).blob()
  return URL.createObjectURL(whole.slice(0, whole.size / 3, whole.type))
}

const make = (name, properties, ...children) => {
  const element = Object.assign(document.createElement(name), properties)
  element.append(...children)
  return element
}

await customElements.whenDefined('yoke-player')
const player = document.querySelector('#tide')
const { yoke } = await player.ready
const files = [...player.querySelectorAll('source')].map(({ src, type }) => ({ src, type, way: 'whole' }))
/** The addresses that the player was given, in the same order. */
let given = files.map(({ src }) => src)

const play = async () => {
  const sources = await Promise.all(files.map(({ way, src, type }) => WAYS[way].of({ src, type })))
  given = sources.map(({ src }) => src)
  const { paused, currentTime } = yoke.snapshot
  // Other sources begin at their start; here they are the same work, and go on where it was.
  player.addEventListener('loadedmetadata', () => Object.assign(player, { currentTime }), { once: true })
  yoke.configure({ sources })
  if (!paused) player.addEventListener('loadstart', () => player.play().catch(() => undefined), { once: true })
}

const rows = files.map(file => {
  const buttons = Object.entries(WAYS).map(([way, { label }]) => {
    const button = make('button', { type: 'button', textContent: label })
    button.addEventListener('click', () => {
      file.way = way
      show()
      play()
    })
    return [way, button]
  })
  const part = name => make('span', { className: name })
  const parts = {
    turn: part('turn'),
    answer: part('answer'),
    state: part('state'),
    why: make('p', { className: 'why' })
  }
  const suffix = file.src.split('.').at(-1)
  const name = make('span', { className: 'name' }, `.${suffix} `, parts.answer)
  const ways = make('div', { className: 'ways' }, ...buttons.map(([, button]) => button))
  ways.setAttribute('role', 'group')
  ways.setAttribute('aria-label', `What to do to the .${suffix}`)
  const row = make('li', { className: 'file' }, parts.turn, name, parts.state, parts.why, ways)
  document.querySelector('#files').append(row)
  return { file, row, buttons, ...parts }
})

const show = () => {
  for (const [index, { file, row, turn, answer, state, why, buttons }] of rows.entries()) {
    const report = yoke.sources.find(({ src }) => src === given[index])
    row.dataset.state = report?.state ?? ''
    turn.textContent = report?.turn || '–'
    if (report) answer.textContent = `this browser: ${ANSWERS[report.answer]}`
    // A film of the viewer's stands in the place of all of these.
    state.textContent = report ? STATES[report.state] : 'not listed now'
    why.textContent = report?.fault?.message ?? ''
    for (const [way, button] of buttons) button.setAttribute('aria-pressed', file.way === way)
  }
}

/** What a source is called here: the suffix of one of the three, or the name of a viewer's file. */
const nameOf = ({ src, name }) => {
  const file = files[given.indexOf(src)]
  return file ? `.${file.src.split('.').at(-1)}` : name
}

const log = text => {
  const at = new Date().toTimeString().slice(0, 8)
  const list = document.querySelector('#log')
  list.append(make('li', {}, make('time', { textContent: at }), text))
  if (list.children.length > LINES) list.firstChild.remove()
}

let before = ''
yoke.subscribe(
  ({ sources }) => sources,
  sources => {
    show()
    const line = sources
      .filter(({ turn }) => turn > 0)
      .map(source => `${nameOf(source)} ${STATES[source.state]}`)
      .join(' · ')
    if (line && line !== before) log(line)
    before = line
  }
)
player.addEventListener('yoke-fault', ({ fault }) => log(`${fault.code}: ${fault.message} ${fault.hint}`))
player.addEventListener('playing', () => log(`playing from ${player.currentTime.toFixed(1)} s`))
show()
