/** Why something was refused, in its sentence; nothing where it was not. */
type Props = { of: { message: string } | string | null | undefined; className?: string };

export function Problem({ of: problem, className = "" }: Props) {
  if (!problem) return null;
  return (
    <p role="alert" className={`text-oxide ${className}`}>
      {typeof problem === "string" ? problem : problem.message}
    </p>
  );
}
