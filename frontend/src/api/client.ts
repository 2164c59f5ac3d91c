/** Talking to the server: one typed client, problems as errors. */
import createClient from "openapi-fetch";

import type { paths } from "./schema";
import type { Problem } from "./types";

export const client = createClient<paths>({ baseUrl: "/" });

let token: string | undefined;
/** Beyond loopback each write carries the token of its session. */
export const writeWith = (of: string | undefined) => (token = of);

/** The headers of a write that goes past the client: a file, piece by piece. */
export const ofWrite = (headers: Record<string, string> = {}): Record<string, string> =>
  token === undefined ? headers : { ...headers, "X-Token": token };

const left = new Set<() => void>();
/** Calls back each time that the server wants somebody to sign in; answers how to stop that. */
export function onSignedOut(call: () => void) {
  left.add(call);
  return () => void left.delete(call);
}

client.use({
  onRequest: ({ request }) => {
    if (token !== undefined) request.headers.set("X-Token", token);
    return request;
  },
  onResponse: ({ request, response }) => {
    if (response.status === 401 && !request.url.endsWith("/api/session")) left.forEach((call) => call());
  },
});

/** What the server says is wrong, with the field that is wrong. */
export class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
  get stale(): boolean {
    return this.problem.type === "jorvak:stale";
  }
}

/** The server did not answer at all. */
export class Unreachable extends Error {
  constructor() {
    super("The application is not answering.");
  }
}

/** The data of an answer, as ``read`` takes it; raises Refusal for a problem and Unreachable where there was none. */
export async function answered<T>(
  request: Promise<{ data?: T; error?: unknown; response: Response }>,
  read: (data: T, response: Response) => T = (data) => data,
): Promise<T> {
  let result;
  try {
    result = await request;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Unreachable();
  }
  if (result.data !== undefined) return read(result.data, result.response);
  throw new Refusal(result.error as Problem);
}
