/** Which few measurements take most doubt away, about how long they take, and the way to begin. */
import { Link } from "react-router";

import { useMeasuring } from "../api/useMeasuring";
import { counted } from "./counted";
import { forgetWalk } from "./useWalk";

type Props = { rigId: number; stage: string; revision: number; search?: string; named?: number };

export function FirstWithTheTape({ rigId, stage, revision, search = "", named = 10 }: Props) {
  const { data } = useMeasuring(rigId, stage, revision);
  if (!data || data.first.paths.length === 0) return null;
  const labels = data.first.paths.map((path) => data.next.find((one) => one.path === path)?.label ?? path);
  return (
    <p className="cond flex flex-wrap items-center gap-x-6 gap-y-1 py-2">
      <span className="min-w-0 flex-1 basis-80">
        <b className="font-semibold">
          {counted(labels.length, "measurement")}, about {Math.round(data.first.minutes)} min,
        </b>{" "}
        {labels.length === 1 ? "takes" : "take"} most doubt away:{" "}
        <span className="text-quiet">
          {labels.slice(0, named).join(" · ")}
          {labels.length > named && ` and ${labels.length - named} more`}
        </span>
      </span>
      <Link
        className="btn"
        to={{ pathname: `/rigs/${rigId}/measure`, search }}
        onClick={() => forgetWalk(rigId)}
      >
        begin the walk
      </Link>
    </p>
  );
}
