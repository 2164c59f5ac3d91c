/** The front end that shakes after a bump: a run of tests, the cheapest that tells each suspect, and what it rules out. */
import { answered, client } from "../../api/client";
import { useAsked } from "../../api/useAsked";
import { useBench } from "../../parts/bench";
import { FigureButton } from "../../parts/FigureButton";
import { Problem } from "../../parts/Problem";
import { useLook } from "../../parts/useLook";

const STATES = { beyond: "beyond its limit", unknown: "not read", within: "within" };

export function Wobble() {
  const { key, params } = useLook();
  const { sheet } = useBench();
  const { data, error } = useAsked({
    queryKey: ["wobble", ...key],
    queryFn: () => answered(client.GET("/api/rigs/{rig_id}/wobble", { params })),
  });
  const found = data?.wobble.value;
  const suspects = (found?.suspects ?? [])
    .map((each, listed) => ({ ...each, listed }))
    .sort(
      (a, b) => (found?.order.indexOf(a.suspect.name) ?? 0) - (found?.order.indexOf(b.suspect.name) ?? 0),
    );
  return (
    <>
      <p className="max-w-prose">
        One at a time, driven between. What is beyond its limit first, then what nobody has read; the damper
        last, for it only hides.
      </p>
      <Problem of={error} />
      <ol className="cond" aria-label="Suspects of a wobble">
        {suspects.map(({ suspect, told, listed }, at) => {
          const off = data?.wobble.doubt?.[`suspects.${listed}.suspect.value`];
          const unit = suspect.name === "balance" ? "g" : suspect.name === "caster" ? "°" : "mm";
          return (
            <li
              key={suspect.name}
              className="grid gap-x-5 border-b border-hair py-2 wide:grid-cols-[13rem_11rem_minmax(0,1fr)]"
            >
              <span className="font-semibold">
                {at + 1}. {told.label}
              </span>
              <span className={suspect.state === "beyond" ? "font-semibold text-oxide" : ""}>
                {suspect.value === null
                  ? ""
                  : `${suspect.value.toFixed(1)}${off ? ` ±${off.toFixed(off < 0.1 ? 2 : 1)}` : ""} ${unit} of ${suspect.limit ?? "?"}, `}
                {STATES[suspect.state]}{" "}
                {told.figure && (
                  <FigureButton path={told.figure} className="link text-sm">
                    {sheet.figures[told.figure] ? "read it again" : "read it"}
                  </FigureButton>
                )}
                {suspect.name === "track_bar_hole" && (
                  <FigureButton path="play.track_bar_bolt_mm" className="link ml-3 text-sm">
                    its bolt
                  </FigureButton>
                )}
              </span>
              <span className="text-quiet">
                {told.test} <span className="italic">Rules out {told.rules_out}.</span>
              </span>
            </li>
          );
        })}
      </ol>
    </>
  );
}
