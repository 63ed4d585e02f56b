import { useEffect } from 'react';
import { useNavigate } from 'react-router';

/** N begins a new document where one can be begun. */
export function useNewKey(to: string | undefined): void {
  const navigate = useNavigate();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && event.target.matches('input, textarea, select, [role=dialog] *');
      if (!to || typing || event.key.toLowerCase() !== 'n' || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      void navigate(to);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [to, navigate]);
}
