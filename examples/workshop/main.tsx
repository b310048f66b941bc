import { createRoot } from 'react-dom/client'
import 'yokewright/ready-made'
import 'yokewright/yokewright.css'
import { housePresets } from 'yokewright/presets'
import { findServices, shelfOf } from './state/services.ts'
import { Session } from './state/session.ts'
import { App } from './ui/app.tsx'
import './workshop.css'

const place = document.querySelector('#workshop')
const [services, house] = await Promise.all([findServices(), housePresets()])
const session = new Session(shelfOf(services))
await session.begin()
if (place) createRoot(place).render(<App session={session} services={services} house={house} />)
