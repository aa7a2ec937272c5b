import { useFormat } from '../app/settings.ts';
import { saveFile } from '../ui/save-file.ts';
import { placeName, valueWords } from './field-words.ts';
import { useDoc, useJob, useOpenJob } from './job-context.ts';

/** What the server would not take, with what was typed, until somebody has read or copied it. */
export function RefusedEdits() {
  const refused = useJob((job) => job.state.refused);
  const doc = useDoc();
  const { dropRefused, applyAgain } = useOpenJob();
  const format = useFormat();
  if (refused.length === 0) return null;
  return (
    <div className="max-h-[40vh] overflow-y-auto border-b-2 border-stop bg-paper" role="alert">
      <ul>
        {refused.map(({ id, patch, refusal }) => (
          <li key={id} className="flex items-start gap-4 px-5 py-2" data-refused={id}>
            <div className="min-w-0 grow">
              <p className="font-semibold text-stop">
                {refusal.again ? 'Not sent' : 'Not taken'}: {refusal.message}
              </p>
              {patch.slice(0, 6).map((op) => (
                <p key={op.path} className="text-sm break-words select-text">
                  <span className="label text-soft">{placeName(doc, op.path)}</span>{' '}
                  <span className="font-medium">{valueWords(doc, op.path, op.value, format)}</span>
                </p>
              ))}
              {patch.length > 6 && <p className="text-sm text-soft">and {patch.length - 6} more</p>}
            </div>
            <button type="button" className="btn btn-small shrink-0" onClick={() => applyAgain(id)}>
              {refusal.again ? 'Apply again' : 'Send again'}
            </button>
            <button
              type="button"
              className="btn btn-small shrink-0"
              onClick={() =>
                saveFile('not-taken.json', 'application/json', `${JSON.stringify(patch, null, 2)}\n`)
              }
            >
              Keep a copy
            </button>
            <button type="button" className="btn btn-small shrink-0" onClick={() => dropRefused(id)}>
              Drop it
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
