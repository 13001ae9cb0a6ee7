/**
 * What people call the things of an oil job, the longest names first: of two that a line names, the one that stands
 * earlier is meant ("sump plug washer" is a washer).
 * @source common practice, no source
 */
const NAMES = {
  plateSeal: /\b(?:plate|sandwich)\b.*\b(?:seal|o-? ?ring)|\bseal\b.*\b(?:plate|sandwich)/,
  centreBolt: /\b(?:cent(?:re|er)|hollow|through) (?:bolt|stud)/,
  banjoBolt: /\bbanjo bolts?/,
  fillerCap: /\b(?:oil )?fill(?:er)? cap|\boil cap/,
  coolantHose: /\b(?:coolant|heater|water|radiator) (?:hose|pipe|line)|\bhose\b.*\bcoolant/,
  bung: /\bbungs?\b|\bweld(?:-| )?(?:on|in)\b/,
  restrictor: /\brestrict|\borifice|\bmetering jet/,
  spring: /\bsprings?\b/,
  gasket: /\bgaskets?\b|\bjoint paper/,
  oRing: /\bo-? ?rings?\b/,
  clamp: /\bhose cl(?:i|a)(?:p|mp)s?\b|\bjubilee|\bclamps?\b|\bworm drive/,
  hoseEnd:
    /\b(?:hose|line|swivel|braided) (?:end|fitting)s?\b|\bhose-end|\bends?\b|\bbanjo (?:end|fitting|hose)|\bbanjo\b(?!.*bolt)/,
  washer: /\bwashers?\b|\bdowty|\bbonded seals?|\bsealing rings?|\bcrush rings?/,
  sealant: /\bsealants?\b|\b(?:ptfe|thread|plumbers?'?) tape|\bthread ?(?:seal|lock)|\bjointing|\bsealer\b|\brtv\b/,
  tape: /\btape\b/,
  cap: /\bcaps?\b/,
  plug: /\bplugs?\b|\bblanking\b|\bblanks?\b/,
  tee: /\btees?\b|\bt-? ?piece|\bt-? ?fitting/,
  adapter: /\badapt[eo]rs?\b|\breduc(?:er|ing)|\bunion\b|\bnipple|\bcoupl(?:er|ing)|\bmale (?:to|-) |\bbulkhead/,
  fuse: /\bfuses?\b|\bfuse ?holder/,
  relay: /\brelays?\b/,
  wire: /\bwir(?:e|ing)\b|\bcable\b(?! tie)/,
  switch: /\bswitch(?:es)?\b/,
  sender: /\bsenders?\b|\bsensors?\b|\bsending unit|\btransducer|\bprobe\b/,
  gauge: /\bgauges?\b|\bmanometer/,
  mount: /\bmounts?\b|\bmounting|\bbrackets?\b|\bbrkt\b/,
  plate:
    /\bsandwich\b|\btake-? ?off\b|\b(?:thermostat(?:ic)?|adapter|cooler) plate|\bplate\b(?=.*\bthermostat)|\boil filter plate/,
  fan: /\bfans?\b/,
  thermostat: /\bthermostats?\b|\bthermostatic|\boil stat\b/,
  filterHead:
    /\b(?:filter|remote|bypass)\b.*\b(?:heads?|hous(?:ing|ings)|base)\b|\bfilter mount|\b(?:head|housing|base)\b.*\bfilter/,
  cover: /\bcovers?\b|\bcover ?plate|\bblanking plate/,
  accumulator: /\baccumulator/,
  tie: /\b(?:zip|cable)-? ?ties?\b|\btie ?wraps?/,
  clip: /\bclips?\b|\bp-?clamps?/,
  sleeve: /\bsleeve|\bsleeving|\bheat ?(?:wrap|shield)/,
  solvent: /\bsolvent|\bcleaner|\bdegreas/,
  pen: /\bpens?\b|\bmarkers?\b/,
  valve: /\bvalves?\b|\bstop ?cock/,
  belt: /\bbelt/,
  pump: /\bpumps?\b/,
  filter: /\bfilters?\b|\belements?\b|\bcartridge/,
  cooler: /\bcoolers?\b|\bmatrix\b/,
  coolant: /\bcoolant|\bantifreeze|\banti-freeze/,
  flange: /\bflanges?\b/,
  hose: /\bhoses?\b|\blines?\b|\bbraid(?:ed)?\b|\btubing\b|\bpipe\b/,
  bolt: /\bbolts?\b|\bscrews?\b|\bstuds?\b/,
  nut: /\bnuts?\b/,
  baffle: /\bbaffle/,
  tank: /\btank\b/,
  pan: /\bpan\b|\bsump\b/,
  screen: /\bscreens?\b|\bgauze|\bstrainer/,
  turbo: /\bturbo/,
  oil: /\boil\b|\b\d{1,2}w-? ?\d{2}\b/,
} as const;

/** A thing that is bought for an oil job. */
export type Thing = keyof typeof NAMES;

/** The thing that a text in small letters names; undefined where it names none. */
export const thingNamed = (text: string): Thing | undefined =>
  (Object.keys(NAMES) as Thing[]).find((thing) => NAMES[thing].test(text));
