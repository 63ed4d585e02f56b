export function Mark() {
  return (
    <svg width="24" height="24" viewBox="0 0 24 24" aria-hidden="true">
      <circle cx="12" cy="12" r="10.5" fill="none" stroke="var(--bronze)" strokeWidth="2" />
      <ellipse cx="12" cy="12" rx="3.6" ry="6.2" fill="none" stroke="var(--bronze)" strokeWidth="2.4" />
    </svg>
  );
}
