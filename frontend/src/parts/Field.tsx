/** A field of a form, under its label; what was typed is read by the server. */
type Props = {
  label: string;
  name: string;
  /** How wide it is, as a class. */
  width?: string;
  type?: "text" | "date";
  value?: string;
  required?: boolean;
};

export function Field({ label, name, width = "w-24", type = "text", value, required = false }: Props) {
  return (
    <label className="grid">
      <span className="text-sm text-quiet">{label}</span>
      <input
        name={name}
        type={type}
        required={required}
        defaultValue={value}
        className={`field text-base ${type === "date" ? "" : width}`}
      />
    </label>
  );
}
