/** Files out of the page: ground by the server's writers, the drawing as it stands. */
import { client } from "../../api/client";

function download(data: Blob, name: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(data);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

/** Ground as a file of that format. */
export async function save(rig: number, format: "csv" | "dxf", corners: number[][]) {
  const { data } = await client.POST("/api/rigs/{rig_id}/grounds/{format}", {
    params: { path: { rig_id: rig, format } },
    body: { corners },
    parseAs: "blob",
  });
  if (data) download(data as unknown as Blob, `ground.${format}`);
}

/** A drawing as a file: its colours are those of the page, so they are written into it. */
export async function savePicture(drawing: SVGSVGElement | null, format: "svg" | "png") {
  if (!drawing) return;
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  const style = getComputedStyle(document.documentElement);
  const paper = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  paper.setAttribute("width", "100%");
  paper.setAttribute("height", "100%");
  paper.setAttribute("fill", "var(--strip)");
  copy.prepend(paper);
  const text = new XMLSerializer()
    .serializeToString(copy)
    .replaceAll(/var\((--[a-z-]+)\)/g, (_, name: string) => style.getPropertyValue(name).trim());
  const picture = new Blob([text], { type: "image/svg+xml" });
  if (format === "svg") return download(picture, "crossing.svg");
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = drawing.clientWidth * 2;
  canvas.height = drawing.clientHeight * 2;
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  canvas.toBlob((blob) => blob && download(blob, "crossing.png"));
}
