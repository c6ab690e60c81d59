/** What a part is called where somebody must know that it is no new one. @example calledPart({ name: "Hub 250", used: "700 km" }) // => "Hub 250, used: 700 km" */
export const calledPart = ({ name, used }: { readonly name: string; readonly used?: string | undefined }): string =>
  used === undefined ? name : `${name}, used: ${used}`.slice(0, 160);
