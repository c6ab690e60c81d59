"use client";

import { createCache, extractStyle, StyleProvider } from "@ant-design/cssinjs";
import { useServerInsertedHTML } from "next/navigation";
import { useRef } from "react";

/**
 * What the component library derives from the theme, once a process instead of once a page: the theme never changes, and to derive its
 * colours took longer than to render a screen.
 */
const cache = createCache();

/** Puts the theme's colours at the head of a page that the server renders. */
export function Styles({ children }: { children: React.ReactNode }) {
  const put = useRef(false);
  useServerInsertedHTML(() => {
    if (put.current) return null;
    put.current = true;
    return (
      <style
        id="antd-cssinjs"
        data-rc-order="prepend"
        data-rc-priority="-1000"
        dangerouslySetInnerHTML={{ __html: extractStyle(cache, { plain: true }) }}
      />
    );
  });
  return <StyleProvider cache={cache}>{children}</StyleProvider>;
}
