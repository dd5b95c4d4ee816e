/** Every text on the screen is in the reader's words; what was typed stays. */
import { beforeEach, describe, expect, it } from "vitest";
import { jsx, jsxs } from "../src/words/jsx-runtime";
import { inReadersWords, speakAs } from "../src/words/regional";

const propsOf = (element: unknown) => (element as { props: Record<string, unknown> }).props;

const Part = () => null;

beforeEach(() => speakAs({ region: "british", names: ["Outlet by the range"] }));

describe("a text", () => {
  it("has the words of the reader's side, with their endings and capitals", () => {
    expect(inReadersWords("Outlets over the counter's gap")).toBe("Sockets over the worktop's gap");
    speakAs({ region: "american", names: [] });
    expect(inReadersWords("Centred; sealant in the grout's colour")).toBe(
      "Centered; caulk in the grout's color",
    );
  });

  it("keeps the names that were given", () => {
    expect(inReadersWords("Outlet by the range: 2 outlets")).toBe("Outlet by the range: 2 sockets");
  });

  it("changes only whole words", () => {
    expect(inReadersWords("encounter, arranged")).toBe("encounter, arranged");
    speakAs({ region: "american", names: [] });
    expect(inReadersWords("a tap, taped")).toBe("a faucet, taped");
  });

  it("follows a kit that says nothing by leaving the side as it is", () => {
    speakAs(undefined);
    expect(inReadersWords("faucet")).toBe("tap");
  });
});

describe("an element", () => {
  it("has its texts changed, and what people read of its attributes", () => {
    const made = propsOf(jsx("button", { children: "Outlet", title: "Grout color", id: "outlet" }));
    expect(made).toEqual({ children: "Socket", title: "Grout colour", id: "outlet" });
  });

  it("has each of several texts changed, and other children as they are", () => {
    const child = jsx("b", { children: "x" });
    expect(propsOf(jsxs("p", { children: ["outlet ", child, 3] })).children).toEqual([
      "socket ",
      child,
      3,
    ]);
  });

  it("keeps what is typed into a field, and what is marked as typed", () => {
    expect(propsOf(jsx("input", { value: "outlet 12" })).value).toBe("outlet 12");
    expect(propsOf(jsx("option", { "data-typed": true, children: "Color caulk" })).children).toBe(
      "Color caulk",
    );
  });

  it("leaves a component's own properties alone but for its texts", () => {
    const made = propsOf(jsx(Part, { title: "counter", children: "counter" }));
    expect(made).toEqual({ title: "counter", children: "worktop" });
  });

  it("is given the same properties where no text changes", () => {
    const props = { children: "wall" };
    expect(propsOf(jsx("p", props))).toEqual(props);
  });
});
