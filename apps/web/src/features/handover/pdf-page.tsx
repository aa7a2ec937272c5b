import { Download } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { ApiError, type ApiFile } from '../../api/client.ts';
import { useRecordPdf } from '../../api/queries.ts';
import { Trouble } from '../../ui/trouble.tsx';

/** Waits for the PDF of the record, says so meanwhile, and shows it once the server has made it. */
export function PdfPage() {
  const { id = '' } = useParams();
  const [params] = useSearchParams();
  const pdf = useRecordPdf(id, params.toString());
  return (
    <main className="flex h-dvh flex-col">
      <title>PDF · Venula</title>
      {pdf.data ? (
        <Shown file={pdf.data} jobId={id} />
      ) : (
        <div className="mx-auto max-w-[620px] px-6 py-16">
          {pdf.error ? (
            <>
              <h1 className="headline text-[1.85rem]">The PDF was not made.</h1>
              <Trouble of={pdf.error} />
              <div className="flex gap-2">
                <button type="button" className="btn btn-main" onClick={() => void pdf.refetch()}>
                  Try again
                </button>
                <Link className="btn" to={`/jobs/${id}/handover`}>
                  Back to the job
                </Link>
              </div>
            </>
          ) : (
            <>
              <h1 className="headline text-[1.85rem]">Making the PDF…</h1>
              <p className="mt-3 text-soft" role="status">
                {pdf.failureReason
                  ? `${pdf.failureReason instanceof ApiError ? 'The shop’s server is busy.' : 'The shop’s server does not answer.'} This page asks again by itself, and opens the PDF when it is made.`
                  : 'The server makes one at a time. It opens here when it is made; usually that takes a few seconds.'}
              </p>
            </>
          )}
        </div>
      )}
    </main>
  );
}

function Shown({ file, jobId }: { readonly file: ApiFile; readonly jobId: string }) {
  // The browser frees it when this tab closes.
  const [address] = useState(() => URL.createObjectURL(file.content));
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 border-b border-rule px-4 py-2">
        <h1 className="mr-auto font-semibold">{file.name}</h1>
        <a className="btn btn-main" href={address} download={file.name}>
          <Download size={18} /> Save the PDF
        </a>
        <Link className="btn" to={`/jobs/${jobId}/handover`}>
          Back to the job
        </Link>
      </div>
      {navigator.pdfViewerEnabled ? (
        <iframe className="min-h-0 flex-1" title={file.name} src={address} />
      ) : (
        <p className="px-4 py-16 text-center text-soft">
          The PDF is made. This browser shows none inside a page: save it, then open it.
        </p>
      )}
    </>
  );
}
