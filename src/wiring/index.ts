export { adaptMediaElement } from '../media/html/media-element.ts'
