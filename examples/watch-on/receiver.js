/* The receiver runs on a port of its own, which the demo knows. A page that knows its address writes report-to instead. */
const services = await fetch('../services.json').then(
  answer => (answer.ok ? answer.json() : {}),
  () => ({})
)
if (services.progress) {
  document.querySelector('#talk').setAttribute('report-to', `${services.progress}/reports`)
  const link = document.querySelector('#seen')
  link.href = `${services.progress}/`
  link.hidden = false
  document.querySelector('#absent').hidden = true
}
