import type { LucideIcon } from 'lucide-react';

interface IconButtonProps {
  readonly icon: LucideIcon;
  /** what it does; read aloud, and shown when pointed at */
  readonly label: string;
  readonly disabled?: boolean;
  readonly onClick: () => void;
}

/** A button that is only an icon. */
export function IconButton({ icon: Icon, label, disabled = false, onClick }: IconButtonProps) {
  return (
    <button
      type="button"
      className="btn bare only"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
    >
      <Icon className="i" aria-hidden="true" />
    </button>
  );
}
