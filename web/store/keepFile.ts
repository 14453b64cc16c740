import { useNavigate } from 'react-router';
import { listRoutes } from '@mercato/contract/store/routes';
import { Refused } from '../api/client.ts';
import { send } from '../api/routes.ts';

/** Keeps a file as it is, of packets or of the climate of a place, and opens it; what stops that goes to `trouble`. */
export function useKeepFile(
  placeId: string | null,
  trouble: (words: string | undefined) => void,
): (file: File) => Promise<void> {
  const navigate = useNavigate();
  return async (file) => {
    try {
      const list = await send(
        listRoutes.keep,
        {},
        {
          name: file.name.trim().slice(0, 200) || 'a file',
          placeId,
          base64: await base64Of(file),
        },
      );
      await navigate(`/store/lists/${list.id}`);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      trouble(error.faults[0] ? `${file.name}: ${error.faults[0].message}.` : error.message);
    }
  };
}

/** The bytes of a file as they are: which letters they mean is asked later. */
async function base64Of(file: File): Promise<string> {
  const address = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(typeof reader.result === 'string' ? reader.result : '');
    reader.onerror = () => reject(reader.error ?? new Error('the file cannot be read'));
    reader.readAsDataURL(file);
  });
  return address.slice(address.indexOf(',') + 1);
}
