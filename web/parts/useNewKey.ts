import { useNavigate } from 'react-router';
import { useKey } from '../keys/useKey.ts';

/** Begins a new document where one can be begun. */
export function useNewKey(to: string | undefined): void {
  const navigate = useNavigate();
  useKey('new', () => void navigate(to ?? ''), { when: to !== undefined });
}
