"""Write the guide."""

from tools.guide import GUIDE, pages

for name, text in pages().items():
    (GUIDE / name).write_text(text, encoding="utf-8")
    print(f"docs/guide/{name}")
