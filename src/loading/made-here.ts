/** Hosts on which a page is being made: where it is visited, nobody pays for looking what is wrong with it. */
const LOCAL = /^(?:localhost|127\.\d+\.\d+\.\d+|\[::1\]|.*\.(?:localhost|local|test))?$/

/**
 * Whether a page is to be looked through for mistakes: on this machine alone; `<html data-yoke-checks="on">` has it done
 * anywhere, and `off` nowhere.
 */
export const isBeingMade = (): boolean => {
  const wish = document.documentElement.getAttribute('data-yoke-checks')
  return wish === 'on' || (wish !== 'off' && LOCAL.test(location.hostname))
}
