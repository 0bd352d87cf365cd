/** Of so many different questions a hand types between. */
const MOST = 8

/** The same function, which keeps its last few answers: for what is asked again at every key and hardly ever changes. Questions are plain data. */
export function remembered<Question extends readonly unknown[], Answer>(
  work: (...question: Question) => Answer,
): (...question: Question) => Answer {
  const answers = new Map<string, Answer>()
  return (...question) => {
    const key = JSON.stringify(question)
    const known = answers.get(key)
    if (known !== undefined) return known
    const answer = work(...question)
    if (answers.size >= MOST) answers.delete(answers.keys().next().value!)
    answers.set(key, answer)
    return answer
  }
}
