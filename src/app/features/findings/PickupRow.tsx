import { Link } from 'react-router';
import type { PickupResult, PickupVerdict } from '../../../core/judgement/pickup/pickupResult';
import { PICKUP_WORDS, sayPickup } from '../../../core/judgement/pickup/sayPickup';
import type { Verdict } from '../../../core/judgement/stateResult';
import { VerdictIcon } from '../../marks/VerdictMark';

const PICKUP_MARK: Readonly<Record<PickupVerdict, Verdict>> = {
  covered: 'inBand',
  tank: 'inBand',
  held: 'near',
  lowLevel: 'near',
  bare: 'dry',
  unknown: 'unknown',
};

/** Whether the pump has oil to draw, in every turn: beside the components, since none is supplied without it. */
export default function PickupRow({ pickup }: { readonly pickup: PickupResult }) {
  return (
    <div className="finding-row">
      <Link to="/pickup" className="finding">
        <VerdictIcon verdict={PICKUP_MARK[pickup.verdict]} />
        <div>
          <strong>Pickup</strong> {PICKUP_WORDS[pickup.verdict]}
          <div>{sayPickup(pickup)}</div>
        </div>
      </Link>
    </div>
  );
}
