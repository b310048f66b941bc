/** The text of an answer; `undefined` where it is longer than so many bytes: the rest is not fetched. */
export const textOfAnswer = async (answer: Response, mostBytes: number): Promise<string | undefined> => {
  // A page may have a fetch of its own, whose answers are no streams.
  if (!answer.body) return answer.text()
  const decoder = new TextDecoder()
  const reader = answer.body.getReader()
  let text = ''
  for (let left = mostBytes; ; ) {
    const { done, value } = await reader.read()
    if (done) return text + decoder.decode()
    left -= value.length
    if (left < 0) {
      await reader.cancel()
      return undefined
    }
    text += decoder.decode(value, { stream: true })
  }
}
