const REASONS: ReadonlyMap<string, string> = new Map([
  ['ENOENT', 'there is no file'],
  ['ENOTDIR', 'there is no file'],
  ['EISDIR', 'this is a folder, and no file:'],
  ['EACCES', 'this machine does not let you use'],
  ['EPERM', 'this machine does not let you use'],
  ['EROFS', 'nothing can be written where there is'],
  ['ENOSPC', 'the disk is full:'],
  ['EDQUOT', 'the disk is full:'],
  ['ELOOP', 'links lead in a circle at'],
  ['ENAMETOOLONG', 'no file has a name as long as'],
  ['EMFILE', 'too many files are open:']
])

/** What went wrong, in words; a file that is not there by its name. */
export const sentenceOf = (error: unknown): string => {
  const { code = '', path = '', message = String(error) } = error as Partial<NodeJS.ErrnoException>
  const reason = REASONS.get(code)
  return reason ? `${reason} ${path}`.trim() : message
}
