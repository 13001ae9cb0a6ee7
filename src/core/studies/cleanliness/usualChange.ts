/**
 * Hours of driving in which a full-flow element that gets all of the dirt is due.
 * @source engineering judgement: about 10,000 km
 */
export const USUAL_CHANGE_HOURS = 200;
