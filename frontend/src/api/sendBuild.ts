/** Sending a build, which can be a gigabyte of photographs, and saying meanwhile how far it is. */
import { answered, client, ofWrite, Refusal, Unreachable } from "./client";
import { newKey } from "./key";
import type { Problem, Sheet } from "./types";

/** What is done of a long piece of work: ``share`` from 0 to 1, or undefined where nobody knows. */
export type HowFar = { words: string; share: number | undefined };

const LOOK_AGAIN_MS = 700;

/** The sheet of the rig that came of it. Raises Refusal and Unreachable. */
export async function sendBuild(
  file: File,
  view: { units: string; person: string },
  tell: (how: HowFar) => void,
): Promise<Sheet> {
  const key = newKey();
  const looking = setInterval(() => void lookAt(key, tell), LOOK_AGAIN_MS);
  try {
    return await upload(file, `/api/builds?${new URLSearchParams({ stage: "planned", ...view, key })}`, tell);
  } finally {
    clearInterval(looking);
  }
}

async function lookAt(key: string, tell: (how: HowFar) => void) {
  try {
    const work = await answered(client.GET("/api/long-work/{key}", { params: { path: { key } } }));
    if (work.state === "waits") tell({ words: "it waits for other files to be read", share: undefined });
    else if (work.of > 0)
      tell({ words: `photograph ${work.done + 1} of ${work.of} is taken in`, share: work.done / work.of });
  } catch {
    // Not begun yet, or done: the answer to the file itself says more.
  }
}

/** ``fetch`` does not say how much of a body has gone. */
function upload(file: File, address: string, tell: (how: HowFar) => void): Promise<Sheet> {
  return new Promise((done, failed) => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.responseType = "json";
    for (const [name, value] of Object.entries(ofWrite({ "Content-Type": "application/octet-stream" })))
      request.setRequestHeader(name, value);
    request.upload.onprogress = ({ loaded, total }) =>
      tell({ words: `${megabytes(loaded)} of ${megabytes(total)} MB sent`, share: loaded / total });
    request.upload.onload = () => tell({ words: "sent; it is read", share: undefined });
    request.onerror = () => failed(new Unreachable());
    request.onload = () =>
      request.status === 201
        ? done(request.response as Sheet)
        : failed(request.response ? new Refusal(request.response as Problem) : new Unreachable());
    request.send(file);
  });
}

const megabytes = (bytes: number) => (bytes / 1e6).toFixed(1);
