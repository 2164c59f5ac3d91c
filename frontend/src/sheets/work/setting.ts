/** A write of what is to be different about a job, over what stands there as it is typed. */
import type { JobLine } from "../../api/types";
import type { Write } from "../../api/outbox";

export function setting({ job }: JobLine, set: Record<string, unknown>): Write {
  const stands: Record<string, unknown> = job;
  const was = Object.fromEntries(
    Object.keys(set).flatMap((key) => (key in stands ? [[key, stands[key]]] : [])),
  );
  return { do: "job", key: job.key, set, was };
}
