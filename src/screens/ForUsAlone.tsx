/** In the place of what the shop pays and earns, while the customer looks. */
export const ForUsAlone = () => (
  <div className="page">
    <p className="card empty">What the shop pays is not shown while the customer looks: the switch is at the top right.</p>
  </div>
);
