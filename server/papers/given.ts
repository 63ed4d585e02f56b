/** A file that came: from somebody who works here, or by mail. */
export interface Given {
  readonly id: string;
  readonly name: string;
  readonly content: Buffer;
  readonly came: 'file' | 'mail';
  readonly sender: string;
  /** Who gave it; nobody for a mail. */
  readonly by: string | null;
  readonly at: Date;
  readonly today: string;
  /** Why the same paper is taken in again. */
  readonly another?: string | undefined;
}
