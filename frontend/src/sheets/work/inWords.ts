/** Fasteners and waits of a job in a line each. */
import type { JobLine, WorkJob } from "../../api/types";
import { day } from "../../parts/day";

export function fastenerInWords(each: JobLine["job"]["fasteners"][number]): string {
  const size = [each.thread, each.length_mm ? `× ${each.length_mm}` : "", each.head]
    .filter(Boolean)
    .join(" ");
  return [
    `${each.count ? `${each.count} ` : ""}${each.where}`,
    size,
    each.torque_nm ? `${each.torque_nm} Nm` : "torque by the vehicle’s manual",
    each.once_only ? "once only" : "",
  ]
    .filter(Boolean)
    .join(", ");
}

export function waitInWords({ for_what, hours: long, part, until }: WorkJob["waits"][number]): string {
  if (for_what === "part")
    return `${part ?? "a part"}${until ? `, due ${day(until)}` : ", nobody knows until when"}`;
  if (for_what === "date") return `the day: not before ${until ? day(until) : ""}`;
  if (for_what === "helper") return "a second pair of hands";
  return `${for_what === "drying" ? "drying" : "the machine shop"}, ${long ?? 0} h after it`;
}
