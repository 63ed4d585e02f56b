import { saidAgainst, server } from '../server/api.ts';
import { inBase64 } from './inBase64.ts';
import { say } from '../locale/say.ts';

const LONGEST_SIDE = 1600;

/** A picture made small enough to travel; a file that no picture can be made of goes as it is, for the server to say what is wrong with it. */
async function small(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file);
    const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height));
    const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale));
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  } catch {
    return file;
  }
}

/** A photo of goods that are not taken, or go back: from the camera of a tablet, or a file. */
export function Photo({ label, id, onKept }: { label: string; id: string; onKept: (id: string) => void }) {
  const [keep, keeping] = server.useKeepPaperMutation();
  const take = async (file: File | undefined) => {
    if (!file) return;
    const paper = crypto.randomUUID();
    const kept = await keep({
      params: { id: paper },
      body: { name: file.name.slice(0, 200), content: await inBase64(await small(file)) },
    });
    if (kept.data) onKept(paper);
  };
  return (
    <span className="flex items-center gap-2">
      {id !== '' && <Thumbnail id={id} />}
      <label className="act cursor-pointer focus-within:outline-2 focus-within:outline-bronze">
        {keeping.isLoading ? say('receiving.keeping') : id === '' ? say('receiving.take_one') : say('entries.another')}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          aria-label={label}
          onChange={(event) => void take(event.target.files?.[0]).then(() => (event.target.value = ''))}
        />
      </label>
      {keeping.isError && <span className="wrong">{saidAgainst(keeping.error)}</span>}
    </span>
  );
}

/** A kept photo, small; it opens whole. */
export function Thumbnail({ id }: { id: string }) {
  return (
    <a href={`/api/papers/${id}`} target="_blank" rel="noreferrer">
      <img
        src={`/api/papers/${id}`}
        alt={say('receiving.photo_alt')}
        className="h-[28px] w-[38px] object-cover border border-rule-strong"
      />
    </a>
  );
}
