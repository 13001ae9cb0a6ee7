import { actsAs, type Part } from '../document/parts/part';

const COOLER_PORTS = {
  inLowOutHigh: { in: 'lower port', out: 'upper port' },
  inHighOutLow: { in: 'upper port', out: 'lower port' },
  portsAtTop: { in: 'inlet, at the top', out: 'outlet, at the top' },
  portsAtBottom: { in: 'inlet, at the bottom', out: 'outlet, at the bottom' },
  onItsSide: { in: 'inlet', out: 'outlet' },
} as const;

const USUAL_WORDS: Readonly<Record<string, string>> = {
  in: 'inlet',
  out: 'outlet',
  away: 'port to the cooler',
  back: 'port from the cooler',
  tap: 'tap',
  run: 'straight port',
  branch: 'branch port',
  left: 'left port',
  right: 'right port',
  cooler: 'cooler port',
  bypass: 'bypass port',
  suction: 'suction',
  return: 'return',
  groove: 'groove',
};

/** A port as people say it at the bench: "Nose cooler, lower port". @source common practice, no source */
export function portWords(part: Part, port: string): string {
  if (actsAs(part, 'line') && (part.form === 'gallery' || part.form === 'drilling')) return part.name;
  if (actsAs(part, 'orifice') || actsAs(part, 'fitting') || actsAs(part, 'gauge')) return part.name;
  if (actsAs(part, 'cooler')) return `${part.name}, ${COOLER_PORTS[part.filling][port as 'in' | 'out']}`;
  if (actsAs(part, 'plate') && part.form === 'takeOff' && (port === 'away' || port === 'back'))
    return `${part.name}, port ${port === 'away' ? 'to' : 'from'} the filter`;
  if (actsAs(part, 'plate') && (port === 'in' || port === 'out'))
    return `${part.name}, ${part.form === 'inline' ? `engine ${port === 'in' ? 'inlet' : 'outlet'}` : port === 'in' ? 'block side' : 'filter side'}`;
  return `${part.name}, ${USUAL_WORDS[port] ?? port}`;
}
