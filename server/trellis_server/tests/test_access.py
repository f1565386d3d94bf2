"""Every view in every light without a fault that a checker of accessibility finds; the way in."""

from django.http import HttpRequest, HttpResponse
from playwright.sync_api import expect

from trellis_server.middleware import ContentPolicy
from trellis_server.tests.signed_in import SignedIn


class AccessTest(SignedIn):
    def test_axe_finds_nothing_on_any_view_in_any_light(self) -> None:
        base = f"/jobs/{self.job.pk}"
        views = {
            "/": ".row",
            f"{base}/brief": "form.line input",
            f"{base}/ground/windbreak": "table",
            f"{base}/sheet/windbreak": ".canvas svg",
            f"{base}/buy/windbreak": "tfoot",
            f"{base}/build/windbreak": ".form",
            f"{base}/record/windbreak": "main",
            f"/site/{self.job.pk}/windbreak": ".reading",
            "/sums": "li button",
            "/numbers": "tbody tr",
            "/schools": "tbody tr",
            f"{base}/gate/windbreak/gate-2": "figure svg",
            f"{base}/sheet/kitchen-deck": ".canvas svg",
            f"{base}/frame/kitchen-deck": ".drawer tbody tr",
            f"{base}/ground/kitchen-deck": ".form",
        }
        for light in ("light", "dark", "sun"):
            self.context.add_init_script(f"localStorage.setItem('trellis.theme', '{light}')")
            for path, shown in views.items():
                with self.subTest(path, light=light):
                    self.open(path)
                    expect(self.page.locator(shown).first).to_be_visible()
                    self.page.wait_for_timeout(150)
                    self.assertEqual(self.axe(), [])

    def test_sign_in_is_reached_and_clean(self) -> None:
        self.context.clear_cookies()
        self.open("/")
        expect(self.page.get_by_label("Name")).to_be_visible()
        self.assertEqual(self.axe(), [])
        self.page.get_by_label("Name").fill("ash")
        self.page.get_by_label("Password").fill("wrong")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.get_by_role("alert")).to_contain_text("do not go together")
        self.page.get_by_label("Password").fill("correct horse staple")
        self.page.get_by_role("button", name="Sign in").click()
        expect(self.page.locator(".row")).to_be_visible()
        self.console.clear()  # the refused sign-in is a 401 that the browser logs


def _no_data(self: ContentPolicy, request: HttpRequest) -> HttpResponse:
    return HttpResponse(status=503) if request.path.startswith("/api/") else self.get_response(request)
