import type { SessionKind, Weather } from '../../../core/document/project/log';

export const SESSION_WORDS: Readonly<Record<SessionKind, string>> = {
  firstStart: 'first start',
  drive: 'drive',
  service: 'service',
  sample: 'oil sample',
  note: 'note',
};

export const WEATHER_WORDS: Readonly<Record<Weather, string>> = {
  dry: 'dry',
  wet: 'wet roads',
  snow: 'snow or salt',
  dusty: 'dust',
};
