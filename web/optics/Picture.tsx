import { CountPicture } from './CountPicture.tsx';

/** Seeds of a picture: how many, how large. Nothing is stored. */
export default function Picture() {
  return (
    <main>
      <h1>Count from a picture</h1>
      <CountPicture />
    </main>
  );
}
