import { notFound } from "next/navigation";
import { calculate, calculatorSchema, getCalculator } from "@/core/calc/registry";
import { ToolScreen } from "@/screens/tools/ToolScreen";
import { EXAMPLES, type ObjectSchema } from "@/screens/tools/toolFields";

export default async function ToolPage({
  params,
  searchParams,
}: {
  params: Promise<{ name: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { name } = await params;
  const calculator = getCalculator(name);
  if (!calculator) notFound();
  const schema = calculatorSchema(calculator);
  const query = Object.fromEntries(
    Object.entries(await searchParams).flatMap(([key, value]) =>
      typeof value === "string" ? [[key, value.slice(0, 4000)]] : [],
    ),
  );
  const carried = Object.keys(query).some((key) => key in ((schema.input as ObjectSchema).properties ?? {}));
  return (
    <ToolScreen
      name={name}
      title={calculator.title}
      input={schema.input as ObjectSchema}
      output={schema.output as ObjectSchema}
      query={query}
      // Of the example alone: what a link carries is reckoned in the browser that opened it.
      first={!carried && EXAMPLES[name] ? calculate(name, EXAMPLES[name]) : null}
    />
  );
}
