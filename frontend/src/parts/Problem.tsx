/** Why a question was refused, in its sentence; nothing where it was answered. */
export function Problem({ of: problem }: { of: { message: string } | null }) {
  if (!problem) return null;
  return (
    <p role="alert" className="text-oxide">
      {problem.message}
    </p>
  );
}
