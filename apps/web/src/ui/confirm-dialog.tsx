import { DialogBox } from './dialog-box.js';

interface ConfirmDialogProps {
  /** the question */
  readonly title: string;
  /** what will be, and that it stays so */
  readonly about: string;
  /** what the button does: `Replace the address` */
  readonly act: string;
  readonly onAct: () => void;
  readonly onClose: () => void;
}

/** Asks before something is done that cannot be undone. */
export function ConfirmDialog({ title, about, act, onAct, onClose }: ConfirmDialogProps) {
  return (
    <DialogBox title={title} about={about} onClose={onClose}>
      <p className="row justify-end">
        <button type="button" className="btn" onClick={onClose}>
          Cancel
        </button>
        <button
          type="button"
          className="btn do"
          onClick={() => {
            onAct();
            onClose();
          }}
        >
          {act}
        </button>
      </p>
    </DialogBox>
  );
}
