/** Talking to the server: one typed client, problems as errors. */
import createClient from "openapi-fetch";

import type { paths } from "./schema";
import type { Problem } from "./types";

export const client = createClient<paths>({ baseUrl: "/" });

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
