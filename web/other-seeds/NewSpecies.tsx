import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Quiet } from '../ui/Buttons.tsx';

/** Names a species by scientific or common name; Enter gives it a key and counts the seed that was found. */
export function NewSpecies({ list, done }: { list: string; done: (name: string) => void }) {
  const [name, setName] = useState('');
  return (
    <form
      className="actions"
      onSubmit={(event) => {
        event.preventDefault();
        done(name.trim());
      }}
    >
      <Form.Control
        autoFocus
        aria-label="name of the species"
        list={list}
        value={name}
        placeholder="which species is it?"
        className="w-form"
        onChange={(event) => setName(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') done('');
        }}
      />
      <Button type="submit">Give it a key</Button>
      <Quiet onClick={() => done('')}>Cancel</Quiet>
    </form>
  );
}
