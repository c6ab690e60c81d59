/** A key on the keyboard, as the footer and the list of keys show it. */
export const Key = ({ children }: { children: React.ReactNode }) => <kbd className="key">{children}</kbd>;
