import { CAUTIONS } from '../../../core/judgement/cautions';
import { App as AntApp } from 'antd';
import { useEffect, useEffectEvent } from 'react';
import { useProjectImport } from '../../files/useProjectImport';
import { WaysToBegin } from './WaysToBegin';

/** The ways to begin, a file that was dropped among them, and what can be asked of the app. */
export default function Beginnings({ dropped }: { readonly dropped: File | undefined }) {
  return (
    <AntApp component={false}>
      <Ways dropped={dropped} />
    </AntApp>
  );
}

function Ways({ dropped }: { readonly dropped: File | undefined }) {
  const take = useEffectEvent(useProjectImport());
  useEffect(() => {
    if (dropped) void take(dropped);
  }, [dropped]);
  return (
    <>
      <WaysToBegin />
      <ul className="answers">
        <li>Does the turbo get enough oil at a hot idle, and not too much at full speed?</li>
        <li>What does a cooler cost in pressure when the oil is cold, and does it keep it below its limit?</li>
        <li>Which hose, restrictor, spring or filter would do, and what starves first when something fails?</li>
      </ul>
      <p className="quiet">
        Everything stays in this browser: no account, no network. {CAUTIONS.makersLimits} {CAUTIONS.qualified}
      </p>
    </>
  );
}
