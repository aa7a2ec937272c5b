/** A button that opens a CSV file. */
export function CsvButton({
  label,
  main = false,
  onFile,
}: {
  readonly label: string;
  readonly main?: boolean;
  readonly onFile: (file: File) => void;
}) {
  return (
    <label className={`btn cursor-pointer ${main ? 'btn-main' : 'btn-small'}`}>
      {label}
      <input
        type="file"
        accept=".csv,text/csv"
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          // The same file chosen again is read again.
          e.target.value = '';
        }}
      />
    </label>
  );
}
