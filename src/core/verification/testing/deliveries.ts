/**
 * One line of a delivery: as it is written, how much it is, what it is, and what it says of it. Lengths and volumes in
 * SI; threads as people call them: "NPT 1/8", "G 1/4", "M18x1.5", "dash 8", "3/4-16".
 */
export type ExpectedLine = readonly [
  line: string,
  quantity: number,
  thing: string | undefined,
  says: {
    readonly unit?: 'm' | 'm³';
    readonly dash?: number;
    readonly angleDeg?: number;
    readonly threads?: readonly string[];
  },
];
