/** Where a simulated media takes its time from. */
export interface Clock {
  /** Seconds since the clock began. */
  readonly now: number
  /** Runs a task after `delay` seconds (0: as soon as the clock turns). @returns its cancel. */
  schedule(delay: number, task: () => void): () => void
}

/** A clock that moves only when it is told to: an hour passes in no time, and the same way each time. */
export interface VirtualClock extends Clock {
  /** Lets `seconds` pass, running what falls due in order of time. */
  advance(seconds: number): void
}

interface Appointment {
  readonly at: number
  readonly task: () => void
}

/** A clock at 0 that waits to be turned. */
export const createVirtualClock = (): VirtualClock => {
  let now = 0
  const appointments = new Set<Appointment>()
  const next = (until: number): Appointment | undefined => {
    let earliest: Appointment | undefined
    for (const appointment of appointments) {
      if (appointment.at <= until && (!earliest || appointment.at < earliest.at)) earliest = appointment
    }
    return earliest
  }
  return {
    get now() {
      return now
    },
    schedule(delay, task) {
      const appointment = { at: now + Math.max(0, delay), task }
      appointments.add(appointment)
      return () => appointments.delete(appointment)
    },
    advance(seconds) {
      const until = now + seconds
      for (let due = next(until); due; due = next(until)) {
        appointments.delete(due)
        now = Math.max(now, due.at)
        due.task()
      }
      now = until
    }
  }
}

/** The clock on the wall, for a simulated media in a real page. */
export const createSystemClock = (): Clock => {
  const begun = performance.now()
  return {
    get now() {
      return (performance.now() - begun) / 1000
    },
    schedule(delay, task) {
      const timer = setTimeout(task, delay * 1000)
      return () => clearTimeout(timer)
    }
  }
}
