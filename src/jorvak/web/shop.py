"""Shops: who works when, with what; apart from the rigs that stand in them."""

from typing import Any

from flask import Response, request
from flask_openapi3 import Tag
from pydantic import Field

from jorvak.core.work.shop import Shop
from jorvak.formats.shop_file import read_shop, write_shop
from jorvak.store.shops import ShopRecord
from jorvak.web.messages import Message
from jorvak.web.pages import Pages
from jorvak.web.sheet import View, as_json, shops, today

shop_pages = Pages("shop", __name__, url_prefix="/api/shops", abp_tags=[Tag(name="shop")])


class ShopLine(Message):
    """A shop with the version that a write to it has to name; ``undo``: who changed it last, and when."""

    id: int
    version: int
    shop: Shop
    undo: str | None


class ShopList(Message):
    shops: list[ShopLine]


class ShopEdit(Message):
    """A shop whole. ``version`` None: a new one."""

    id: int | None = None
    version: int | None = None
    shop: dict[str, Any]


class ShopPath(Message):
    shop_id: int


FILE = {
    "description": "The shop as a file to keep.",
    "content": {"application/json": {"schema": {"type": "object"}}},
}


def line_of(record: ShopRecord) -> ShopLine:
    """A shop as it is answered."""
    return ShopLine(id=record.id, version=record.version, shop=record.shop, undo=record.undo)


@shop_pages.get("", responses={200: ShopList})
def get_shops(query: View) -> Response:
    """Every shop by name."""
    return as_json(ShopList(shops=[line_of(each) for each in shops().list()]))


@shop_pages.put("", responses={200: ShopLine})
def put_shop(query: View, body: ShopEdit) -> Response:
    """Keep a shop, new or changed."""
    shop = Shop.model_validate(body.shop)
    shop_id = shops().put(shop, body.version, query.person, body.id)
    return as_json(line_of(shops().read(shop_id)))


@shop_pages.post("/<int:shop_id>/take-back", responses={200: ShopLine})
def take_back(path: ShopPath, query: View) -> Response:
    """Have a shop as it was before its last change."""
    shops().take_back(path.shop_id)
    return as_json(line_of(shops().read(path.shop_id)))


@shop_pages.get("/<int:shop_id>/file", responses={200: FILE})
def shop_file(path: ShopPath) -> Response:
    """A shop as a file to keep."""
    record = shops().read(path.shop_id)
    response = Response(write_shop(record.shop, today()), mimetype="application/json")
    response.headers["Content-Disposition"] = 'attachment; filename="shop.json"'
    return response


class Incoming(View):
    version: int | None = Field(None, description="of the shop of that name, where it is to be replaced")


@shop_pages.post("/file", responses={200: ShopLine})
def import_shop(query: Incoming) -> Response:
    """Take in the file of a shop, sent as the body of the request."""
    shop = read_shop(request.get_data(cache=False))
    known = shops().named(shop.name)
    shop_id = shops().put(shop, query.version, query.person, known.id if known and query.version else None)
    return as_json(line_of(shops().read(shop_id)))
