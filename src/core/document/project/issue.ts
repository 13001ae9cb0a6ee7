import { capital, sentence } from '../../foundations/text';

/**
 * What is wrong with an input, or worth saying about a circuit. Figures in SI; `sayIssue` makes the sentence. `refused`
 * stops the work, `warning` goes with the answer.
 */
export type Issue =
  | {
      readonly code: 'fileTooLarge';
      readonly severity: 'refused';
      readonly at: '';
      readonly actualBytes: number;
      readonly limitBytes: number;
    }
  | { readonly code: 'notJson'; readonly severity: 'refused'; readonly at: ''; readonly detail: string }
  | { readonly code: 'notAProject'; readonly severity: 'refused'; readonly at: string; readonly detail: string }
  | {
      readonly code: 'newerVersion';
      readonly severity: 'refused';
      readonly at: 'version';
      readonly actual: number;
      readonly limit: number;
    }
  | {
      readonly code: 'field';
      readonly severity: 'refused';
      readonly at: string;
      readonly part?: string;
      readonly detail: string;
    }
  | { readonly code: 'duplicateId'; readonly severity: 'refused'; readonly at: string; readonly id: string }
  | { readonly code: 'unknownVariant'; readonly severity: 'refused'; readonly at: string; readonly id: string }
  | { readonly code: 'circleOfVariants'; readonly severity: 'refused'; readonly at: string; readonly id: string }
  | {
      readonly code: 'unknownPart';
      readonly severity: 'refused';
      readonly at: string;
      readonly ref: string;
      /** Both ends of the joint that it is about. */
      readonly joint?: string;
    }
  | {
      readonly code: 'unknownPort';
      readonly severity: 'refused';
      readonly at: string;
      readonly ref: string;
      readonly ports: readonly string[];
      readonly joint?: string;
    }
  | { readonly code: 'selfJoint'; readonly severity: 'refused'; readonly at: string; readonly ref: string }
  | { readonly code: 'noReservoir'; readonly severity: 'refused'; readonly at: string }
  | {
      readonly code: 'reservoirsJoined';
      readonly severity: 'refused';
      readonly at: string;
      readonly parts: readonly string[];
    }
  | { readonly code: 'drainWithoutEnd'; readonly severity: 'refused'; readonly at: string; readonly part: string }
  | { readonly code: 'dischargeUnknown'; readonly severity: 'refused'; readonly at: string; readonly part: string }
  | {
      readonly code: 'elevationConflict';
      readonly severity: 'refused';
      readonly at: string;
      readonly parts: readonly string[];
      readonly actualM: number;
      readonly limitM: number;
    }
  | {
      readonly code: 'senseUnknown';
      readonly severity: 'refused';
      readonly at: string;
      readonly part: string;
      readonly ref: string;
    }
  | {
      readonly code: 'cutOff';
      readonly severity: 'warning';
      readonly at: string;
      readonly node: string;
      readonly parts: readonly string[];
    }
  | {
      readonly code: 'unfed';
      readonly severity: 'warning';
      readonly at: string;
      readonly node: string;
      readonly parts: readonly string[];
    };

const jointed = (joint: string | undefined) => (joint === undefined ? '' : ` (the joint ${joint})`);

const MEBIBYTE = 1024 * 1024;

/**
 * One sentence: what is wrong, where, what to do.
 * @param issue from the reader, the compiler or a solve
 */
export const sayIssue = (issue: Issue): string => sentence(words(issue));

function words(issue: Issue): string {
  switch (issue.code) {
    case 'fileTooLarge':
      return `The file has ${(issue.actualBytes / MEBIBYTE).toFixed(1)} MiB; a project has at most ${(issue.limitBytes / MEBIBYTE).toFixed(0)} MiB. Check that it is a project export.`;
    case 'notJson':
      return `The file is not JSON (${issue.detail}). Export the project again, or mend the file at that place.`;
    case 'notAProject':
      return `This is not a Tidal Gauge project: ${issue.detail}. Choose a file that was exported from here.`;
    case 'newerVersion':
      return `version: the file has version ${issue.actual}, this app reads up to ${issue.limit}. Open it with a newer app, or export it from there in an older version.`;
    case 'field':
      return `${issue.at === '' ? 'at the top' : issue.at}${issue.part ? ` (${issue.part})` : ''}: ${issue.detail}.`;
    case 'duplicateId':
      return `${issue.at}: the id "${issue.id}" is used twice. Change one of the two.`;
    case 'unknownVariant':
      return `${issue.at}: there is no variant "${issue.id}". Name one of the variants in the file.`;
    case 'circleOfVariants':
      return `${issue.at}: a chain of variants leads back to itself through "${issue.id}". Let one of them hang on the engine as it is.`;
    case 'unknownPart':
      return `${issue.at}${jointed(issue.joint)}: "${issue.ref}" names a part that is not in this circuit. Add the part or correct the joint.`;
    case 'unknownPort':
      return `${issue.at}${jointed(issue.joint)}: "${issue.ref}" names a port that this part does not have; it has ${issue.ports.join(', ')}.`;
    case 'selfJoint':
      return `${issue.at}: "${issue.ref}" is joined to itself. Remove the joint.`;
    case 'noReservoir':
      return `${issue.at}: the circuit has no sump or tank, so pressures have no reference. Add one.`;
    case 'reservoirsJoined':
      return `${issue.at}: ${issue.parts.join(' and ')} are joined directly, with two pressures at one place. Put a part between them.`;
    case 'drainWithoutEnd':
      return `${issue.at}: the drain ${issue.part} does not end in a sump or tank. Join its out port to a return.`;
    case 'dischargeUnknown':
      return `${issue.at}: ${issue.part} is not joined to a return, and there is more than one reservoir. Say where its oil falls.`;
    case 'elevationConflict':
      return `${issue.at}: ${issue.parts.join(' and ')} meet at one place but their heights differ by ${(issue.actualM * 1000).toFixed(0)} mm. Put a line between them or give them one height.`;
    case 'senseUnknown':
      return `${issue.at}: ${issue.part} senses at "${issue.ref}", which is cut off or absent. Choose a port that carries oil.`;
    case 'cutOff':
      return `${issue.node} is cut off from every sump and tank: ${issue.parts.join(', ')} hold still oil and get none. Open or join a way to them.`;
    case 'unfed':
      return `${issue.node} is fed by nothing: every way to it is closed, so ${issue.parts.join(', ')} run dry. Open or join a way to it.`;
  }
}

/** The same for a reader who has the circuit before them: without the place in the file. */
export function sayIssueHere(issue: Issue): string {
  const said = sayIssue(issue).replace(/^variants\[\d+\][^: ]*(?: \(the joint [^)]*\))?: /, '');
  return capital(said);
}
