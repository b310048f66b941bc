/* The page's own script: what the form says becomes the preset. All the rest is markup. */
import skerry from '../../stand-ins/skerry/dialect.json'

const desk = document.querySelector('#desk')
const { definePreset, usersOfPreset } = yokewright.presets

/** What the form says of the look, as the preset has it. */
const lookOf = data => ({
  accent: data.get('accent'),
  ground: data.get('ground'),
  backing: data.get('backing'),
  track: data.get('track'),
  handle: data.get('handle'),
  radius: Number(data.get('radius')),
  corner: Number(data.get('corner')),
  controlSize: Number(data.get('controlSize'))
})

let house = ''

const presetOf = data => ({
  name: 'lesson',
  extends: house ? [data.get('extends'), house] : data.get('extends'),
  hideAfter: Number(data.get('hideAfter')) || 2.5,
  without: [...(data.get('skip') ? [] : ['skip']), ...(data.get('rate') ? [] : ['playback-rate'])],
  ...(house ? {} : { look: lookOf(data) })
})

const follow = () => {
  const preset = presetOf(new FormData(desk))
  definePreset(preset)
  document.querySelector('#json').textContent = JSON.stringify(preset, null, 2)
  const users = usersOfPreset('lesson').length
  document.querySelector('#says').textContent = `Used by ${users} player${users === 1 ? '' : 's'}.`
  for (const button of desk.querySelectorAll('[data-look]'))
    button.setAttribute('aria-pressed', String(button.dataset.look === house))
}

desk.addEventListener('input', ({ target }) => {
  // Who changes a look has one of their own.
  if (!['extends', 'hideAfter', 'skip', 'rate'].includes(target.name)) house = ''
  follow()
})
for (const button of desk.querySelectorAll('[data-look]'))
  button.addEventListener('click', () => {
    house = button.dataset.look
    follow()
  })
/** With the demo, the fourth player shows what a video service has. */
const services = await fetch('../services.json').then(
  answer => (answer.ok ? answer.json() : {}),
  () => ({})
)
if (services.skerry) {
  yokewright.hosted.defineDialect({ ...skerry, origin: services.skerry })
  document.querySelector('#hosted').src = `${services.skerry}/see/tc12`
}
await Promise.all([...document.querySelectorAll('yoke-player')].map(player => player.ready))
follow()
