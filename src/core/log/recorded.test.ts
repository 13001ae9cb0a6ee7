import Papa from 'papaparse';
import { findHead, guessMapping, RecordedLog, type Mapping } from './recorded';

const read = (text: string) =>
  findHead((delimiter) => Papa.parse<string[]>(text, { delimiter, skipEmptyLines: true }).data);

describe('A recorded log', () => {
  it('has its header found below whatever a logger writes above it', () => {
    const head = read(
      'Logger 7\nrecorded,2026-05-01\ntime_s,RPM,Oil temp C,Oil pressure psi\n0,850,90,30\n1,860,90.5,31',
    )!;
    expect([head.headerRow, head.columns, head.decimalComma]).toEqual([
      2,
      ['time_s', 'RPM', 'Oil temp C', 'Oil pressure psi'],
      false,
    ]);
    expect(guessMapping(head)).toEqual({
      speedRevS: { column: 1, unit: 'rpm' },
      oilTemperatureK: { column: 2, unit: '°C' },
      pressurePa: { column: 3, unit: 'psi' },
      decimalComma: false,
    });
  });

  it('with semicolons and decimal commas is known as such', () => {
    const head = read('rpm;oil_C;oil_bar\n850;90,5;2,1\n860;91,0;2,2')!;
    expect([head.delimiter, head.decimalComma]).toEqual([';', true]);
  });

  it('without a header has numbered columns, and without figures is none', () => {
    expect(read('850,90,2.1\n860,91,2.2')!.columns).toEqual(['column 1', 'column 2', 'column 3']);
    expect(read('some words\nand more of them')).toBeUndefined();
  });

  const mapping: Mapping = {
    speedRevS: { column: 0, unit: 'rpm' },
    oilTemperatureK: { column: 1, unit: '°F' },
    pressurePa: { column: 2, unit: 'psi' },
    decimalComma: false,
  };

  it('is summed up by condition, in SI, with what cannot be read counted', () => {
    const log = new RecordedLog(mapping);
    for (let n = 0; n < 10; n++) log.add(['3000', '212', String(59 + (n % 2) * 2)]);
    for (const bad of [['x', '212', '60'], ['3000', '', '60'], [], ['-1', '212', '60']]) log.add(bad);
    expect([log.rows, log.bad, log.states]).toEqual([
      14,
      4,
      [
        {
          speedRevS: expect.closeTo(50, 9),
          oilTemperatureK: expect.closeTo(373.15, 9),
          pressurePa: expect.closeTo(60 * 6894.757293168361, 3),
          samples: 10,
        },
      ],
    ]);
  });

  it('keeps no more than its conditions, however long it is, and leaves out what was met a few times only', () => {
    const log = new RecordedLog({ ...mapping, decimalComma: true });
    for (let n = 0; n < 200_000; n++) log.add([String(1000 + (n % 6) * 1000), '200,5', '50,0']);
    log.add(['9000', '300', '80']);
    expect(log.states).toHaveLength(6);
    expect(log.states.reduce((sum, s) => sum + s.samples, 0)).toBe(200_000);
  });
});
