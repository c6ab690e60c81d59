import Link from "next/link";
import { CALCULATORS } from "@/core/calc/registry";
import "@/screens/tools/tools.css";

export default function ToolsPage() {
  return (
    <div className="page">
      <div className="page-head">
        <h1>Tools</h1>
        <span className="soft">the sums of the bench, each by itself; the same on the command line: gull calc NAME</span>
      </div>
      <div className="tool-list">
        {CALCULATORS.map((tool) => (
          <Link prefetch={false} key={tool.name} href={`/tools/${tool.name}`} className="card tool-card">
            <b>{tool.title}</b>
            <span className="num soft small">{tool.name}</span>
          </Link>
        ))}
      </div>
    </div>
  );
}
