import { saySigned } from '@venula/core/formats';
import { FileInput } from 'lucide-react';
import { Link } from 'react-router';
import { useJobRecord } from '../api/queries.ts';
import { useOpenJob } from './job-context.ts';
import { when } from '../ui/when.ts';

/** On every page of a job that came in with a file: that it did, by whom, and what the file’s signature is worth here. */
export function ImportedNote() {
  const { id, person } = useOpenJob();
  const imported = useJobRecord(id).data?.imported;
  if (!imported) return null;
  const vouched = imported.signedBy !== null && imported.signedBy.shop !== null;
  return (
    <p
      className={`border-b border-rule px-3 py-1 text-sm leading-tight md:px-5 ${vouched ? 'text-soft' : 'text-fix'}`}
      data-testid="imported"
    >
      <FileInput size={15} className="mr-1 inline" aria-hidden />
      <strong className="font-semibold">Imported</strong> by {imported.by}, {when(imported.at)}.{' '}
      {saySigned(imported)}
      {imported.signedBy?.shop === null && person.role === 'lead' && (
        <>
          {' '}
          <Link
            className="inline-flex min-h-[44px] items-center font-semibold underline"
            to={`/shop?view=keys&key=${encodeURIComponent(imported.signedBy.publicKey)}`}
          >
            Compare the key
          </Link>
        </>
      )}
    </p>
  );
}
