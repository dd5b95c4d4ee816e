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

    def test_a_wrong_line(self, client: TestClient) -> None:
        answer = client.post("/api/shelf/import", content=OWN + "sealant,Bad,-3,1\n")
        assert answer.status_code == 422
        assert answer.json()["errors"][0]["pointer"] == "/row/3/pack"
        assert client.get("/api/shelf/own").json()["sealant"] == []
