import {
  creeps,
  isBalanced,
  isClosed,
  isHunt,
  isJump,
  isSameBalance,
  isSureOfSign,
  isTooNearForSign,
  plugsBehind,
  restForStepK,
  staysWhenLetGo,
  tellsEnough,
} from './comingToRest';

/** Each test at its limit, just inside and just outside. Limits: engineering judgement, see the module. */
const OVER = 1 + 1e-6;
const UNDER = 1 - 1e-6;

describe('A search comes to rest', () => {
  it('balanced: what is left is a ten-millionth of the heat in, with temperatures at rest', () => {
    expect(isBalanced(-1e-3 * UNDER, 1e-4, 1e4)).toBe(true);
    expect(isBalanced(1e-3 * OVER, 1e-4, 1e4)).toBe(false);
    expect(isBalanced(0, 1e-4 * OVER, 1e4)).toBe(false);
  });

  it('asks for a fiftieth of the step, no finer than 2 µK', () => {
    expect(restForStepK(-5)).toBeCloseTo(0.1, 12);
    expect(restForStepK(1e-9)).toBe(2e-6);
  });

  it.each([
    [0.3 * OVER, 0.35, true],
    [0.3 * UNDER, 0.35, false],
    [0.97 * UNDER, 0.96, true],
    [0.97 * OVER, 0.96, false],
    [0.6, 0.5001, true],
    [0.6, 0.4999, false],
    [0.6, NaN, false],
  ])('creeps by a ratio of %d after %d: %s', (ratio, before, expected) => expect(creeps(ratio, before)).toBe(expected));

  it.each([
    ['a jump', isJump(0.05 * UNDER, 0.021, 0.021), true],
    ['too wide for a jump', isJump(0.05 * OVER, 0.021, 0.021), false],
    ['little left below', isJump(0.01, 0.019, 0.021), false],
    ['little left above', isJump(0.01, 0.021, 0.019), false],
    ['closed', isClosed(2e-6 * UNDER), true],
    ['not closed', isClosed(2e-6 * OVER), false],
    ['a hunt', isHunt(350, 351.499), true],
    ['a hunt, whichever is hotter', isHunt(351.499, 350), true],
    ['too far apart to hunt', isHunt(350, 351.501), false],
    ['no loss seen', isHunt(350, undefined), false],
    ['no gain seen', isHunt(undefined, 350), false],
    ['one balance', isSameBalance(350, 350.499), true],
    ['two balances', isSameBalance(350.501, 350), false],
    ['too near for a sign', isTooNearForSign(-0.2 * UNDER, 1e4), true],
    ['far enough for a sign', isTooNearForSign(0.2 * OVER, 1e4), false],
    ['sure of its sign', isSureOfSign(-100.1, 100, 0.1), true],
    ['not sure of its sign', isSureOfSign(99.9, 100, 0.1), false],
    ['hoses plug behind it', plugsBehind(0.02 * UNDER, -201, 1e4), true],
    ['too wide to say that hoses plug', plugsBehind(0.02 * OVER, 201, 1e4), false],
    ['too little left to say that hoses plug', plugsBehind(0.01, 199, 1e4), false],
    ['tells enough', tellsEnough(-0.99, 100, 0.0099, -10), true],
    ['sump too far off to tell', tellsEnough(1.01, 100, 0.0099, 10), false],
    ['temperatures too lively to tell', tellsEnough(0.99, 100, 0.0101, 10), false],
    ['stays when let go', staysWhenLetGo(-0.0099, 1e-4, 1e4), true],
    ['leaves when let go', staysWhenLetGo(0.0101, 1e-4, 1e4), false],
    ['moves when let go', staysWhenLetGo(0, 1.1e-4, 1e4), false],
  ])('%s', (_, found, expected) => expect(found).toBe(expected));
});
