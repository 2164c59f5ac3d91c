/** A field of a form, under its label; what was typed is read by the server. */
export function Field({ label, name, wide = false }: { label: string; name: string; wide?: boolean }) {
  return (
    <label className="grid">
      <span className="text-sm text-quiet">{label}</span>
      <input name={name} className={`field text-base ${wide ? "w-48" : "w-24"}`} />
    </label>
  );
}
