"""The shelf over HTTP: the user's own products before the examples; CSV in and out."""

from fastapi.testclient import TestClient

OWN = "shelf,name,pack,price\nsealant,Own clear,310,7.5\n"


class TestShelf:
    """One wrong line, and nothing of the file is kept."""

    def test_read_chosen_from_and_taken_off(self, client: TestClient) -> None:
        assert client.post("/api/shelf/import", content=OWN).status_code == 200
        assert client.get("/api/shelf").json()["sealant"][0]["name"] == "Own clear"
        assert "Own clear" in client.get("/api/shelf.csv").text
        assert client.delete("/api/shelf/sealant/Own clear").status_code == 204
        assert client.get("/api/shelf/own").json()["sealant"] == []

    def test_what_is_written_out_is_read_back_the_same(self, client: TestClient) -> None:
        text = client.get("/api/shelf.csv").content
        assert client.post("/api/shelf/import", content=text).status_code == 200
        own = client.get("/api/shelf/own").json()
        for kind, products in client.get("/api/shelf").json().items():
            assert sorted(one["name"] for one in own[kind]) == sorted(o["name"] for o in products)
        assert client.get("/api/shelf.csv").content.count(b"\n") == text.count(b"\n")
        mastic = next(one for one in own["adhesive"] if one["name"] == "Tubwell mastic")
        assert mastic["not_on"] == ["masonry", "old tile", "laminate"]

    def test_a_sheet_is_kept_under_its_new_name_only(self, client: TestClient) -> None:
        cells = {"name": "First", "pack": "12", "price": "2.5"}
        assert client.put("/api/shelf/tape", json={"cells": cells}).status_code == 204
        again = {"cells": {**cells, "name": "Second"}, "instead_of": "First"}
        assert client.put("/api/shelf/tape", json=again).status_code == 204
        (one,) = client.get("/api/shelf/own").json()["tape"]
        assert (one["name"], one["pack"]) == ("Second", 12)

    def test_every_wrong_cell_is_named(self, client: TestClient) -> None:
        cells = {"pack": "none", "colour": "blue", "goes_on": "clouds"}
        answer = client.put("/api/shelf/adhesive", json={"cells": cells})
        assert answer.status_code == 422
        pointers = {one["pointer"].rsplit("/0", 1)[0] for one in answer.json()["errors"]}
        assert pointers == {"/cells/name"}
        answer = client.put("/api/shelf/adhesive", json={"cells": {**cells, "name": "A"}})
        pointers = {one["pointer"].rsplit("/0", 1)[0] for one in answer.json()["errors"]}
        assert pointers == {"/cells/pack", "/cells/colour", "/cells/goes_on"}

    def test_every_field_of_every_kind_has_a_name(self, client: TestClient) -> None:
        for kind in client.get("/api/shelf/said").json():
            assert kind["products"], kind["kind"]
            assert all(field["label"] for field in kind["fields"])
            for one in kind["products"]:
                assert set(one["cells"]) <= {field["name"] for field in kind["fields"]}

    def test_a_wrong_line(self, client: TestClient) -> None:
        answer = client.post("/api/shelf/import", content=OWN + "sealant,Bad,-3,1\n")
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/row/3/pack"
        assert client.get("/api/shelf/own").json()["sealant"] == []
