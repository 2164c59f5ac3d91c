/** Something that is tried, in the steps and between the ends that core gives it. */
import { useSteps } from "./steps";

type Props = {
  of: string;
  label: string;
  value: number;
  written: string;
  set: (value: number) => void;
  className?: string;
};

export function Slider({
  of,
  label,
  written,
  className = "grid-cols-[7.5rem_minmax(0,1fr)_4rem]",
  ...of_it
}: Props) {
  return (
    <label className={`cond grid items-center gap-3 ${className}`}>
      <span className="text-quiet">{label}</span>
      <Track of={of} {...of_it} />
      <output className="text-right font-semibold">{written}</output>
    </label>
  );
}

type TrackProps = {
  of: string;
  value: number;
  set: (value: number) => void;
  from?: number;
  to?: number;
  label?: string;
};

/** The track alone; `from` and `to` where the rig decides its ends, `label` where nothing beside it says what it is. */
export function Track({ of, value, set, from, to, label }: TrackProps) {
  const { step, low, high } = useSteps(of);
  return (
    <input
      type="range"
      aria-label={label}
      className="h-10 w-full min-w-0 accent-oxide"
      min={from ?? low ?? undefined}
      max={to ?? high ?? undefined}
      step={step}
      value={value}
      onChange={(event) => set(Number(event.target.value))}
    />
  );
}
