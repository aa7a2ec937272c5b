import { Search } from 'lucide-react';

/** What a list is searched with: the slash key goes there. */
export function SearchField({
  label,
  hint,
  value,
  onText,
}: {
  readonly label: string;
  /** What can be searched for. */
  readonly hint: string;
  readonly value: string;
  readonly onText: (text: string) => void;
}) {
  return (
    <label className="relative w-full max-w-[380px]">
      <span className="sr-only">{label}</span>
      <Search size={18} className="absolute top-3.5 left-3 text-soft" aria-hidden />
      <input
        id="search"
        className="field"
        style={{ minHeight: 46, paddingLeft: 38 }}
        type="search"
        maxLength={80}
        placeholder={hint}
        value={value}
        onChange={(e) => onText(e.target.value)}
      />
    </label>
  );
}
