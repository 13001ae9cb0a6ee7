const DEFAULT_PORT = 4173;
/** Loopback unless asked otherwise: data stay on this machine. */
const LOOPBACK = '127.0.0.1';
const HIGHEST_PORT = 65_535;

/**
 * Where the server listens, by the environment's PORT and HOST.
 * @throws Error with a sentence for the user where one is set to something that is none: an empty HOST would open it to
 *   the network
 */
export function whereToListen(env: Readonly<Record<string, string | undefined>>): {
  readonly port: number;
  readonly host: string;
} {
  const { PORT = String(DEFAULT_PORT), HOST = LOOPBACK } = env;
  const port = /^\d{1,5}$/.test(PORT) ? Number(PORT) : NaN;
  if (!(port <= HIGHEST_PORT))
    throw new Error(
      `PORT="${PORT}" is not a port. Set a number from 0 to ${HIGHEST_PORT}, or leave it out for ${DEFAULT_PORT}.`,
    );
  if (!/^[A-Za-z0-9.:_-]+$/.test(HOST))
    throw new Error(`HOST="${HOST}" is not an address. Set one, or leave it out for ${LOOPBACK}, this machine alone.`);
  return { port, host: HOST };
}
