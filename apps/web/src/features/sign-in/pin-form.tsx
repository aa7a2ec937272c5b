import { ChevronLeft, Delete } from 'lucide-react';
import { useState } from 'react';
import { tell } from '../../api/client.ts';
import { usePinSignIn } from '../../api/queries.ts';
import type { ThisDevice } from '../../api/session.ts';

type Person = ThisDevice['people'][number];
const MOST = 8;
const LEAST = 4;

/** On a tablet of the shop: who, then the PIN. Made for gloves. */
export function PinForm({ people, onIn }: { readonly people: readonly Person[]; readonly onIn: () => void }) {
  const [who, setWho] = useState<Person | null>(null);
  if (who) return <Pad key={who.id} who={who} onIn={onIn} onBack={() => setWho(null)} />;
  return (
    <section aria-label="Who works here">
      <h2 className="headline mb-2 text-xl">Who takes over?</h2>
      <ul className="flex max-h-[46vh] flex-col gap-2 overflow-y-auto">
        {people.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              className="btn w-full justify-start text-lg"
              style={{ minHeight: 60 }}
              onClick={() => setWho(p)}
            >
              {p.name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Pad({
  who,
  onIn,
  onBack,
}: {
  readonly who: Person;
  readonly onIn: () => void;
  readonly onBack: () => void;
}) {
  const [pin, setPin] = useState('');
  const enter = usePinSignIn();
  const press = (figure: string) => setPin((now) => (now + figure).slice(0, MOST));
  const send = () => enter.mutate({ personId: who.id, pin }, { onSuccess: onIn, onError: () => setPin('') });
  return (
    <form
      aria-label={`PIN of ${who.name}`}
      onSubmit={(e) => {
        e.preventDefault();
        if (pin.length >= LEAST) send();
      }}
    >
      <button type="button" className="btn btn-small mb-2" onClick={onBack}>
        <ChevronLeft size={18} aria-hidden /> Somebody else
      </button>
      <label className="headline block text-xl">
        {who.name}, your PIN
        <input
          className="field mt-2 text-center"
          style={{ minHeight: 56, fontSize: 28, letterSpacing: '0.4em' }}
          type="password"
          // The keys below are larger than those of any tablet.
          inputMode="none"
          autoComplete="off"
          autoFocus
          value={pin}
          maxLength={MOST}
          onChange={(e) => setPin(e.target.value.replaceAll(/\D/g, ''))}
        />
      </label>
      <p role="alert" className="min-h-[2.8rem] py-1 font-semibold text-stop">
        {enter.error ? tell(enter.error) : ''}
      </p>
      <div className="grid max-w-[360px] grid-cols-3 gap-2">
        {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((figure) => (
          <Key key={figure} label={figure} onPress={() => press(figure)} />
        ))}
        <button
          type="button"
          className="btn"
          style={{ minHeight: 64 }}
          aria-label="Take the last digit back"
          onClick={() => setPin((now) => now.slice(0, -1))}
        >
          <Delete size={24} aria-hidden />
        </button>
        <Key label="0" onPress={() => press('0')} />
        <button
          type="submit"
          className="btn btn-main text-lg"
          style={{ minHeight: 64 }}
          disabled={pin.length < LEAST || enter.isPending}
        >
          {enter.isPending ? '…' : 'In'}
        </button>
      </div>
    </form>
  );
}

function Key({ label, onPress }: { readonly label: string; readonly onPress: () => void }) {
  return (
    <button type="button" className="btn text-2xl" style={{ minHeight: 64 }} onClick={onPress}>
      {label}
    </button>
  );
}
