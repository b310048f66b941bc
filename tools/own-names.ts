import type { Plugin } from 'vite'

/**
 * What the bundler adds of its own goes over the names of an object with `for … in`, which finds those that a page has put on
 * `Object.prototype` too, and breaks. Object's own names are meant.
 */
export const ownNames: Plugin = {
  name: 'own-names',
  transform: {
    filter: { id: /rolldown\/runtime/ },
    handler: code => ({
      code: code.replace(/for \(var (\w+) in (\w+)\)/g, 'for (var $1 of Object.keys($2))'),
      map: null
    })
  }
}
