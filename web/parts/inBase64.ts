/** The bytes of a file as they travel in JSON; the browser itself writes them out. */
export const inBase64 = (file: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onerror = () => reject(reader.error ?? new Error(`${file.type} cannot be read`));
    reader.onload = () => resolve((reader.result as string).replace(/^[^,]*,?/, ''));
    reader.readAsDataURL(file);
  });
