import { useEffect, useState } from 'react';
import { chapter, titles } from './chapters.ts';

/** The text of a chapter; undefined until it is here. */
export function useChapter(name: string): string | undefined {
  const [found, setFound] = useState<{ readonly name: string; readonly text: string }>();
  useEffect(() => {
    let isWanted = true;
    void chapter(name)?.then((text) => isWanted && setFound({ name, text }));
    return () => void (isWanted = false);
  }, [name]);
  return found?.name === name ? found.text : undefined;
}

/** The chapters by name and title, in the order of the work. */
export function useTitles(): readonly (readonly [string, string])[] {
  const [found, setFound] = useState<readonly (readonly [string, string])[]>([]);
  useEffect(() => void titles().then(setFound), []);
  return found;
}
