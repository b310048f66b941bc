/* The control page of a stand-in service: a field for each thing that it can be made to do. */
const WORDS = {
  slow: 'Everything so much later, in milliseconds',
  blocked: 'Script and frames are refused',
  missing: 'No clip is known any more',
  unshared: 'Clips may not be shown on other pages',
  rude: 'Keeps its own bar, takes the focus, sends nonsense',
  changed: 'Is talked to in another way',
  consent: 'Asks for consent before the clip',
  advert: 'Seconds of an advertisement before the clip',
  press: 'Wants a press inside the frame',
  deaf: 'Does not begin, and says nothing',
  rates: 'Takes a rate, and falls back',
  shuffled: 'Tells out of order'
}

const form = document.querySelector('#conduct')
const send = body => fetch('/conduct', { method: 'POST', body: JSON.stringify(body) })

const fieldOf = (name, value) => {
  const input = document.createElement('input')
  Object.assign(input, { name, type: typeof value === 'number' ? 'number' : 'checkbox', min: 0 })
  const label = document.createElement('label')
  label.append(input, ` ${WORDS[name] ?? name}`)
  return label
}

const show = conduct => {
  if (form.childElementCount === 0) form.append(...Object.entries(conduct).map(entry => fieldOf(...entry)))
  for (const [name, value] of Object.entries(conduct)) {
    if (typeof value === 'number') form.elements[name].value = value
    else form.elements[name].checked = value
  }
}

new EventSource('/conduct').addEventListener('message', ({ data }) => {
  const { conduct } = JSON.parse(data)
  if (conduct) show(conduct)
})
form.addEventListener('change', ({ target: { name, type, checked, valueAsNumber } }) =>
  send({ conduct: { [name]: type === 'number' ? valueAsNumber || 0 : checked } })
)
document.addEventListener('click', ({ target }) => target.dataset.deed && send({ deed: target.dataset.deed }))
