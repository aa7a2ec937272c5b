/** A button that picks a file. */
export function FileButton({
  label,
  accept,
  main = false,
  small = !main,
  disabled = false,
  onFile,
}: {
  readonly label: string;
  readonly accept: string;
  readonly main?: boolean;
  readonly small?: boolean;
  readonly disabled?: boolean;
  readonly onFile: (file: File) => void;
}) {
  return (
    <label className={`btn cursor-pointer ${main ? 'btn-main' : ''} ${small ? 'btn-small' : ''}`}>
      {label}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        disabled={disabled}
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
