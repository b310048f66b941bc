/** How long a test waits for what should come, in milliseconds: a machine may be busy with other things, and what comes is not waited for. */
export const PATIENCE = 45_000
