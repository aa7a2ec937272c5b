import { reminders } from '@venula/core/prove';
import { CalendarPlus } from 'lucide-react';
import { useState } from 'react';
import { useDoc, useOpenJob } from '../../job/job-context.ts';
import { saveFile } from '../../ui/save-file.ts';

const DAY_MS = 86_400_000;
const dayOf = (from: number, inDays: number): Date => new Date(from + inDays * DAY_MS);

/** What is to be looked at again, counted from today, and all of it for a calendar. */
export function Reminders() {
  const doc = useDoc();
  const { number } = useOpenJob();
  const [today] = useState(() => Date.now());
  const [trouble, setTrouble] = useState<string | null>(null);
  const due = reminders(doc);
  const intoCalendar = async (): Promise<void> => {
    // Fetched when it is asked for: few ever do.
    const { createEvents } = await import('ics');
    const { error, value } = createEvents(
      due.map(({ id, what, why, inDays }) => {
        const at = dayOf(today, inDays);
        return {
          uid: `venula-${number}-${id}-${at.toISOString().slice(0, 10)}`,
          title: `${doc.title}: ${what}`,
          description: why,
          start: [at.getFullYear(), at.getMonth() + 1, at.getDate()],
          duration: { days: 1 },
          busyStatus: 'FREE',
        };
      }),
    );
    if (error || !value) setTrouble('The calendar file could not be made.');
    else saveFile(`${doc.title} reminders.ics`, 'text/calendar', value);
  };
  return (
    <>
      <ul>
        {due.map((r) => (
          <li key={r.id}>
            <strong>{dayOf(today, r.inDays).toLocaleDateString('en-US', { dateStyle: 'medium' })}</strong>{' '}
            {r.what}. <span className="text-soft">{r.why}</span>
          </li>
        ))}
      </ul>
      <button type="button" className="btn btn-small no-print mt-2" onClick={() => void intoCalendar()}>
        <CalendarPlus size={18} aria-hidden /> Into a calendar
      </button>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble}
        </p>
      )}
    </>
  );
}
