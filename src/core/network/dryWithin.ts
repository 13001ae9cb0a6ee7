/** A fed place within this of its crankcase while the pump turns is dry [Pa]. @source engineering judgement */
export const DRY_WITHIN_PA = 5e3;
