import { Modal, type ModalProps } from 'antd';
import { useMounted } from '../state/useMounted';

/** The kit's dialog, open as long as it is there. */
export function Dialog(props: Omit<ModalProps, 'open'>) {
  return <Modal {...props} open={useMounted()} />;
}
