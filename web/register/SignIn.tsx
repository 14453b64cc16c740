import { useState } from 'react';
import { Button, Stack, Table } from 'react-bootstrap';
import { Navigate, useLocation, useNavigate } from 'react-router';
import { DEMO_PASSWORD } from '@mercato/contract/register/demo';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { cache } from '../api/cache.ts';
import { Refused, setCsrf } from '../api/client.ts';
import { ask, send } from '../api/routes.ts';
import { SESSION_KEY, taken, useSession } from '../api/session.tsx';
import { ThemeSwitch } from '../ui/Bar.tsx';
import { Small } from '../ui/Buttons.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { TextField, Trouble } from '../ui/fields.tsx';

const ROLE_WORDS = {
  lead: 'lead: decides and releases',
  analyst: 'analyst: all bench work',
  sampler: 'sampler: lots and samples',
} as const;

export function SignIn() {
  const { session } = useSession();
  const [username, setUsername] = useState('');
  const [password, setPassword] = useState('');
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const place = useLocation();
  const from = (place.state as { from?: string } | null)?.from ?? '/today';
  if (session?.person && !busy) return <Navigate to={from} replace />;

  const signIn = async (name: string, word: string) => {
    setBusy(true);
    setTrouble(undefined);
    try {
      const answer = await send(
        sessionRoutes.signIn,
        {},
        {
          username: name,
          password: word,
        },
      );
      setCsrf(answer.csrf);
      cache.setQueryData(SESSION_KEY, taken(await ask(sessionRoutes.view, {})));
      void navigate(from, { replace: true });
    } catch (error) {
      setTrouble(error instanceof Refused ? error.message : 'Signing in failed.');
    } finally {
      setBusy(false);
    }
  };

  return (
    <main className="w-text my-5 mx-auto">
      <div className="two-doors">
        <section>
          <h1 className="fs-1">Mercato</h1>
          <p className="soft">{session?.laboratory.name}</p>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void signIn(username, password);
            }}
          >
            <TextField label="name" value={username} onChange={setUsername} autoFocus />
            <TextField label="password" type="password" value={password} onChange={setPassword} />
            <Trouble text={trouble} />
            <Stack direction="horizontal" gap={2} className="actions">
              <Button type="submit" disabled={busy}>
                Sign in
              </Button>
              <ThemeSwitch />
            </Stack>
          </form>
          {session?.empty && (
            <p>Nobody is registered yet. Open the set-up link that stands in the terminal where Mercato was started.</p>
          )}
        </section>
        <section>
          {session && session.demoAccounts.length > 0 ? (
            <>
              <h2>The demo’s people</h2>
              <p className="soft">
                Invented, like all lots and figures. One password for all: <span className="fig">{DEMO_PASSWORD}</span>
              </p>
              <Table>
                <tbody>
                  {session.demoAccounts.map((one) => (
                    <tr key={one.username}>
                      <td className="code">{one.username}</td>
                      <td>
                        {one.name}
                        <div className="soft">{one.roles.map((role) => ROLE_WORDS[role]).join('; ')}</div>
                      </td>
                      <td>
                        <Small
                          disabled={busy}
                          aria-label={`Sign in as ${one.name}`}
                          onClick={() => void signIn(one.username, DEMO_PASSWORD)}
                        >
                          Sign in
                        </Small>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </>
          ) : (
            <SeedHead
              counts={{ normal: 88, abnormal: 4, hard: 5, dead: 3 }}
              seeds={100}
              size={280}
              label="A dish of one hundred seeds"
            />
          )}
        </section>
      </div>
    </main>
  );
}
