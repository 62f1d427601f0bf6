/** A stand-in for the server; imported first, for the API's client takes hold of fetch as it is loaded. */

type Answer = (path: string, request: Request) => unknown

const held: { answer: Answer } = { answer: () => [] }

globalThis.fetch = async (request, init) => {
  const asked = request instanceof Request ? request : new Request(new URL(request, 'http://here'), init)
  const body = await held.answer(new URL(asked.url, 'http://here').pathname, asked)
  if (body instanceof Response) return body
  return new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } })
}

/** What is answered from now on, by path; a rejection is a server out of reach. */
export function answerWith(answer: Answer): void {
  held.answer = answer
}
