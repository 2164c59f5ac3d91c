/** The cautions of this area, where the work is planned: always in sight, and on paper. */
export function Cautions({ of }: { of: string[] }) {
  return (
    <ul aria-label="Cautions" className="keep my-3 grid gap-1 border-l-4 border-oxide pl-3 text-sm">
      {of.map((caution) => (
        <li key={caution}>{caution}</li>
      ))}
    </ul>
  );
}
