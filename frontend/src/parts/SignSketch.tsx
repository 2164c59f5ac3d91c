/** Which way is positive, drawn, where a word could be taken two ways. */
type Sign = { ending: string; says: string; draw: React.ReactNode };

const INK = { stroke: "var(--ink)", strokeWidth: 2.5, fill: "none" } as const;

const SIGNS: Sign[] = [
  {
    ending: "_side_deg",
    says: "seen from the left, front at the left: falls towards the rear is +, rises is −",
    draw: (
      <>
        <path d="M 14 18 L 96 34" {...INK} />
        <path d="M 14 26 H 96" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <text x={104} y={38}>
          +
        </text>
        <path d="M 134 34 L 216 18" {...INK} />
        <path d="M 134 26 H 216" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <text x={224} y={24}>
          −
        </text>
      </>
    ),
  },
  {
    ending: "_plan_deg",
    says: "seen from above, front at the left: veers to the right of the vehicle towards the rear is +",
    draw: (
      <>
        <path d="M 14 34 L 96 16" {...INK} />
        <path d="M 14 34 H 96" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <text x={104} y={22}>
          +
        </text>
        <text x={134} y={22}>
          right
        </text>
      </>
    ),
  },
  {
    ending: ".offset_mm",
    says: "mounting face outboard of the rim's middle is +, inboard −",
    draw: (
      <>
        <path d="M 20 8 V 40 M 90 8 V 40 M 20 8 H 90 M 20 40 H 90" {...INK} strokeWidth={1} />
        <path d="M 55 6 V 42" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <path d="M 72 8 V 40" {...INK} />
        <text x={96} y={28}>
          + outboard ›
        </text>
      </>
    ),
  },
  {
    ending: "caster_deg",
    says: "top of the steering axis leans to the rear is +",
    draw: (
      <>
        <path d="M 40 42 L 58 8" {...INK} />
        <path d="M 40 42 V 8" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <circle cx={40} cy={30} r={14} {...INK} strokeWidth={1} />
        <text x={66} y={18}>
          +
        </text>
        <text x={100} y={30}>
          ‹ front
        </text>
      </>
    ),
  },
  {
    ending: "_y_mm",
    says: "from the middle of the vehicle: to the right is +, to the left −",
    draw: (
      <>
        <path d="M 60 6 V 44" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <path d="M 60 26 H 108 M 60 26 H 12" {...INK} />
        <text x={114} y={31}>
          + right
        </text>
        <text x={0} y={20}>
          −
        </text>
      </>
    ),
  },
  {
    ending: "_x_mm",
    says: "from the front axle: behind it is +, ahead of it −",
    draw: (
      <>
        <circle cx={60} cy={28} r={13} {...INK} strokeWidth={1} />
        <path d="M 60 10 V 46" {...INK} strokeWidth={1} strokeDasharray="3 4" />
        <path d="M 60 28 H 150 M 60 28 H 20" {...INK} />
        <text x={156} y={33}>
          + rear
        </text>
        <text x={4} y={22}>
          −
        </text>
      </>
    ),
  },
];

export function SignSketch({ path }: { path: string }) {
  const sign = SIGNS.find(({ ending }) => path.endsWith(ending));
  if (!sign) return null;
  return (
    <figure className="cond">
      <svg viewBox="0 0 244 50" className="h-12 w-full max-w-64" role="img" aria-label={sign.says}>
        {sign.draw}
      </svg>
      <figcaption className="text-sm text-quiet">{sign.says}</figcaption>
    </figure>
  );
}
