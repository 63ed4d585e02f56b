import { saidAgainst } from '../server/api.ts';
import { inBase64 } from './inBase64.ts';
import { say } from '../locale/say.ts';

interface Given {
  readonly says: string;
  readonly label: string;
  readonly accept: string;
  readonly taking: { readonly isLoading: boolean; readonly isError: boolean; readonly error?: unknown };
  /** Gets what is in the file, in base64, and what it is called. */
  readonly onGive: (content: string, name: string) => Promise<void>;
}

/** Words that ask for a file; what is wrong with it is said below. */
export function GiveFile({ says, label, accept, taking, onGive }: Given) {
  const give = async (file: File | undefined) => {
    if (file) await onGive(await inBase64(file), file.name);
  };
  return (
    <div className="p-3">
      <label className="act cursor-pointer focus-within:outline-2 focus-within:outline-bronze">
        {taking.isLoading ? say('parts.reading') : says}
        <input
          type="file"
          accept={accept}
          className="sr-only"
          aria-label={label}
          onChange={(event) => void give(event.target.files?.[0]).then(() => (event.target.value = ''))}
        />
      </label>
      {taking.isError && (
        <p className="wrong" role="alert">
          {saidAgainst(taking.error)}
        </p>
      )}
    </div>
  );
}
