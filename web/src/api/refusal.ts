import type { ApiProblem } from './types'

/** A fault of the server's own is told with the request's id, by which its log can be searched. */
function told(status: number, { detail, title, requestId }: ApiProblem): string {
  const sentence = detail ?? title ?? `The server answered ${status}.`
  return status >= 500 && requestId ? `${sentence} (Request ${requestId} in the server's log.)` : sentence
}

/** An answer that is no success, with its problem details. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problem: ApiProblem,
  ) {
    super(told(status, problem))
  }

  /** The message for a place in the document, or the first one. */
  at(pointer?: string): string {
    const errors = this.problem.errors ?? []
    return (errors.find((f) => f.pointer === pointer) ?? errors[0])?.message ?? this.message
  }

  /** Whether the question is at fault, so that another try, or anybody else, would say the same. */
  get isAnswer(): boolean {
    return this.status >= 400 && this.status < 500 && this.status !== 429
  }

  /** Whether nobody answered, which another try may change. */
  get isSilence(): boolean {
    return this.status === 0
  }
}

/** What an answer that is no success says is wrong. */
export async function refusalOf(response: Response): Promise<Refusal> {
  return new Refusal(response.status, (await response.json().catch(() => ({}))) as ApiProblem)
}

/** Nobody answers. */
export const silence = () =>
  new Refusal(0, { detail: 'The server does not answer. Nothing is lost: try again when it runs.' })
