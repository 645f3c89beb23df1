<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Adverts\Store\VisitStore;
use Jorvent\Careers\Alerts;
use Jorvent\Careers\Apply;
use Jorvent\Careers\ApplyDrafts;
use Jorvent\Careers\Consent;
use Jorvent\Careers\Feeds;
use Jorvent\Careers\Guide;
use Jorvent\Careers\JobPostingData;
use Jorvent\Careers\Kept;
use Jorvent\Careers\Openings;
use Jorvent\Careers\Referrals;
use Jorvent\Careers\Visits;
use Jorvent\Careers\Ways;
use Jorvent\Core\Shared\Refused;
use Jorvent\Drawing\PlaceChart;
use Jorvent\Organisation\Read\BrandView;
use Jorvent\Platform\Database\Record;
use Jorvent\Platform\Web\AfterResponse;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Symfony\Contracts\Translation\TranslatorInterface;

#[OpenDoor('the careers site is public')]
final class CareersPage extends OpeningPage
{
    private const FRESH_SECONDS = 300;

    public function __construct(private readonly Openings $openings, private readonly Ways $ways, private readonly Guide $guide)
    {
    }

    #[Route('/careers/{brand}', name: 'careers', requirements: ['brand' => '[a-z][a-z0-9-]{1,29}'], defaults: ['brand' => ''], methods: ['GET'], priority: -10)]
    public function list(string $brand, Request $request, ShortMemory $memory): Response
    {
        if ('' !== $brand && null === $this->brands->byKey($brand)) {
            return $this->gone($request);
        }
        $write = fn (): Response => $this->page($request, Errors::none());
        // what was searched for is seldom asked for again
        if ([] !== array_diff(array_keys($request->query->all()), ['page'])) {
            return ShortMemory::fresh($request, $write());
        }
        $of = [$brand, self::whole($request, 'page'), $this->locale($request), $memory->stamp('openings', $this->openings->stamp(...))];

        return ShortMemory::fresh($request, $memory->page($request, implode('|', $of), $write));
    }

    #[Route('/careers/{number}', name: 'opening', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function opening(int $number, Request $request, Visits $visits, VisitStore $counter, Referrals $referrals, AfterResponse $after): Response
    {
        $locale = $this->locale($request);
        $via = self::hex($request, 'via');
        $from = self::hex($request, 'from');
        $opening = $this->openings->one($number, $locale, $via);
        if (null === $opening) {
            return $this->gone($request);
        }
        $brand = $this->brandOf($opening);
        if (!$opening->bool('open')) {
            return $this->closed($request, $opening);
        }
        $posting = $this->openings->posting($opening->int('id'), $via);
        if (null !== $posting && $visits->counts($request, 'advert '.$posting)) {
            $after->add(static fn () => $counter->visited($posting));
        }
        $referral = $referrals->of($from, $opening->int('id'));
        if (null !== $referral && $visits->counts($request, 'referral '.$referral)) {
            $after->add(static fn () => $referrals->visited($referral));
        }
        $url = fn (string $route, array $parameters = []): string => $this->generateUrl($route, $parameters, UrlGeneratorInterface::ABSOLUTE_URL);
        $response = $this->publicPage($request, 'careers/opening.html.twig', $this->left($request, $brand) + ['no_errors' => Errors::none(), 'opening' => $opening, 'brand' => $brand, 'ask' => '' !== $via && null === Ways::allowed($request), 'data' => JobPostingData::of($opening, $brand->name, $url('opening', ['number' => $number]), $url('careers', ['brand' => $brand->key]))]);
        if ('' !== $via && true === Ways::allowed($request)) {
            $this->ways->remember($request, $response, $via);
        }

        return ShortMemory::fresh($request, $response);
    }

    #[Route('/careers/{number}/keep', name: 'careers_keep', requirements: ['number' => '\d{1,9}'], defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function keep(int $number, Request $request, Kept $kept): Response
    {
        $via = preg_replace('/[^0-9a-f]/', '', Input::of($request)->line('via')) ?? '';
        $response = $this->redirectToRoute('opening', ['number' => $number] + ('' === $via ? [] : ['via' => $via]), Response::HTTP_SEE_OTHER);
        $kept->change($request, $response, $number, YesNo::Yes === Input::of($request)->choice('keep', YesNo::class, YesNo::Yes));

        return $response;
    }

    /** Whether we may remember, in their own browser, which adverts they followed. */
    #[Route('/careers/{number}/ways', name: 'careers_ways', requirements: ['number' => '\d{1,9}'], defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function ways(int $number, Request $request): Response
    {
        $via = preg_replace('/[^0-9a-f]/', '', Input::of($request)->line('via')) ?? '';
        $response = $this->redirectToRoute('opening', ['number' => $number] + ('' === $via ? [] : ['via' => $via]), Response::HTTP_SEE_OTHER);
        $this->ways->answer($response, YesNo::Yes === Input::of($request)->choice('may', YesNo::class));

        return $response;
    }

    #[Route('/careers/alerts', name: 'careers_alert', defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function ask(Request $request, Alerts $alerts, #[Target('forgotten')] RateLimiterFactoryInterface $limit): Response
    {
        $input = Input::of($request);
        try {
            if (!$limit->create('alert '.$request->getClientIp())->consume()->isAccepted()) {
                throw Refused::because('too_many', 'email');
            }
            $alerts->ask($input->line('email'), $input->map('wanted'), $this->locale($request), $this->brand($request));
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals), $input);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => null, 'step' => 'asked']);
    }

    /** The link in the mail shows what it is for; the button confirms, so that a program that follows links confirms nothing. */
    #[Route('/careers/alerts/{key}', name: 'careers_alert_confirm', requirements: ['key' => '[\w-]{20,60}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function confirm(string $key, Request $request, Alerts $alerts): Response
    {
        $alert = $alerts->find($key);
        if (null === $alert) {
            return $this->gone($request);
        }
        if ($request->isMethod('POST')) {
            $alerts->confirm($key);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => $alert, 'step' => $request->isMethod('POST') || (null !== $alert->instantOrNull('confirmed_at') && !$request->query->has('again')) ? 'confirmed' : 'confirm', 'brand' => $this->brands->one($alert->int('brand_id'))]);
    }

    /** One click ends it: a person's on the page, or a mail reader's own button, which sends no token (RFC 8058). */
    #[Route('/careers/alerts/{key}/end', name: 'careers_alert_end', requirements: ['key' => '[\w-]{20,60}'], defaults: ['_csrf' => 'signed'], methods: ['GET', 'POST'])]
    public function end(string $key, Request $request, Alerts $alerts): Response
    {
        $alert = $alerts->find($key);
        if ($request->isMethod('POST')) {
            $alerts->end($key);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => $alert, 'step' => $request->isMethod('POST') || null === $alert ? 'ended' : 'end']);
    }

    /** A resume without an opening. What was typed for one that closed meanwhile is taken over. */
    #[Route('/careers/mind', name: 'careers_mind', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function mind(Request $request, Alerts $alerts, ApplyDrafts $drafts, Consent $consent, Upload $upload, #[Target('apply')] RateLimiterFactoryInterface $limit): Response
    {
        $locale = $this->locale($request);
        $brand = $this->brand($request);
        $input = Input::of($request);
        $draft = $drafts->find(self::hex($request, 'draft'));
        $draft = null === $draft || null !== $draft->strOrNull('sent_at') ? null : $draft;
        $errors = Errors::none();
        if ($request->isMethod('POST')) {
            try {
                if (!$limit->create('mind '.$request->getClientIp())->consume()->isAccepted()) {
                    throw Refused::because('too_many', 'email');
                }
                $file = $upload->optional($request, 'resume') ?? (null === $draft ? null : $drafts->file($draft));
                $alerts->keepInMind($input->line('email'), ['name' => $input->line('name'), 'phone' => $input->line('phone'), 'city' => $input->line('city'), 'consent' => $input->line('consent')], $input->map('wanted'), $file, $locale, $brand);

                return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => null, 'step' => 'asked', 'brand' => $brand]);
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $typed = null === $draft ? [] : Apply::split($draft)[0];
        foreach ($request->isMethod('POST') ? ['name', 'email', 'phone', 'city'] : [] as $field) {
            $typed[$field] = $input->line($field);
        }
        $version = $consent->version();

        return $this->publicPage($request, 'careers/mind.html.twig', ['fields' => $typed, 'wanted' => $input->map('wanted'), 'draft' => $draft, 'facets' => $this->openings->list([], 1, $locale, null, $this->brands->units($brand))['facets'], 'consent' => $consent->text($version, $locale, $brand->name), 'consent_version' => $version, 'agreed' => (string) $version === $input->line('consent'), 'errors' => $errors, 'brand' => $brand], $errors->any() ? 422 : 200);
    }

    /** Telling a friend: the link goes to the one who asks for it, and they pass it on. */
    #[Route('/careers/{number}/tell', name: 'careers_tell', requirements: ['number' => '\d{1,9}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function tell(int $number, Request $request, Referrals $referrals, #[Target('forgotten')] RateLimiterFactoryInterface $limit): Response
    {
        $locale = $this->locale($request);
        $opening = $this->openings->one($number, $locale);
        if (null === $opening) {
            return $this->gone($request);
        }
        if (!$opening->bool('open')) {
            return $this->closed($request, $opening);
        }
        $input = Input::of($request);
        $errors = Errors::none();
        $sent = false;
        if ($request->isMethod('POST')) {
            try {
                if (!$limit->create('tell '.$request->getClientIp())->consume()->isAccepted()) {
                    throw Refused::because('too_many', 'email');
                }
                $referrals->ask($opening->int('id'), $input->line('name'), $input->line('email'), $opening, $this->brandOf($opening), $locale);
                $sent = true;
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }

        return $this->publicPage($request, 'careers/tell.html.twig', ['opening' => $opening, 'terms' => $referrals->terms(), 'errors' => $errors, 'input' => $errors->any() ? $input : null, 'sent' => $sent], $errors->any() ? 422 : 200);
    }

    /** A page an admin wrote. */
    #[Route('/careers/about/{slug}', name: 'careers_about', requirements: ['slug' => '[a-z0-9][a-z0-9-]{0,49}'], methods: ['GET'])]
    public function about(string $slug, Request $request): Response
    {
        $page = $this->brands->page($slug, $this->locale($request));
        $brand = null === $page ? null : $this->brands->one($page->brandId);

        if (null === $page || null === $brand) {
            return $this->gone($request);
        }

        return ShortMemory::fresh($request, $this->publicPage($request, 'careers/about.html.twig', ['page' => $page, 'brand' => $brand]));
    }

    /** The colours of a brand. A new version has a new address, so each may be kept for ever. */
    #[Route('/careers/looks/{id}-{version}.css', name: 'careers_looks', requirements: ['id' => '\d{1,9}', 'version' => '\d{1,9}'], methods: ['GET'])]
    public function looks(int $id): Response
    {
        $brand = $this->brands->one($id) ?? throw $this->createNotFoundException();
        $c = $brand->looks->colours;

        return new Response(\sprintf(":root{--jv-mag:%s;--jv-mag-dark:%s;--jv-mag-wash:%s;--jv-deep:%s;--jv-paper:%s}\n", $c->accent, $c->accentDark(), $c->wash(), $c->deep, $c->paper), 200, ['Content-Type' => 'text/css; charset=utf-8', 'Cache-Control' => 'public, max-age=31536000, immutable']);
    }

    #[Route('/careers/looks/{sha256}.png', name: 'careers_logo', requirements: ['sha256' => '[0-9a-f]{64}'], methods: ['GET'])]
    public function logo(string $sha256): Response
    {
        return new Response($this->brands->logo($sha256) ?? throw $this->createNotFoundException(), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'public, max-age=31536000, immutable', 'Content-Security-Policy' => "default-src 'none'"]);
    }

    /** Proposals with their reasons, written answers, and a way to a person. Asking is a GET and keeps nothing; only sending a message does. */
    #[Route('/careers/guide', name: 'careers_guide', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function guide(Request $request, Guide $guide, #[Target('forgotten')] RateLimiterFactoryInterface $limit): Response
    {
        $locale = $this->locale($request);
        $errors = Errors::none();
        $input = $request->isMethod('POST') ? Input::of($request) : null;
        $sent = false;
        if (null !== $input) {
            try {
                if (!$limit->create('guide '.$request->getClientIp())->consume()->isAccepted()) {
                    throw Refused::because('too_many', 'message');
                }
                $guide->handOn($input->line('name'), $input->line('email'), $input->text('message'), $locale);
                $sent = true;
            } catch (Refused $refused) {
                $errors = Errors::of($refused->refusals);
            }
        }
        $list = static fn (string $name): array => array_values(array_filter(\is_array($request->query->all()[$name] ?? null) ? $request->query->all()[$name] : [], is_string(...)));
        $asked = ['kinds' => $list('kind'), 'cities' => $list('city'), 'years' => self::whole($request, 'years') ?: null, 'words' => mb_substr(trim($request->query->getString('words')), 0, 300)];
        $question = mb_substr(trim($request->query->getString('question')), 0, 300);
        [$found, $of] = [] !== $asked['kinds'] || [] !== $asked['cities'] || '' !== $asked['words'] ? $guide->propose($asked['kinds'], $asked['cities'], $asked['years'], $asked['words'], $locale) : [null, 0];

        return $this->publicPage($request, 'careers/guide.html.twig', ['greeting' => $guide->settings()->greeting($locale), 'contact' => $guide->settings()->contact(), 'facets' => $this->openings->list([], 1, $locale, null, $this->brands->units($this->brand($request)))['facets'], 'asked' => $asked, 'found' => $found, 'of' => $of, 'question' => $question, 'answer' => '' === $question ? null : $guide->answer($question, $locale), 'errors' => $errors, 'input' => $errors->any() ? $input : null, 'sent' => $sent], $errors->any() ? 422 : 200);
    }

    #[Route('/careers/openings.xml', name: 'careers_xml', methods: ['GET'])]
    public function xml(Request $request, Feeds $feeds): Response
    {
        $locale = $this->locale($request);

        return $this->feed($request, $feeds, 'xml '.$locale, 'application/xml', static fn (): string => $feeds->xml($locale));
    }

    #[Route('/careers/openings.atom', name: 'careers_atom', methods: ['GET'])]
    public function atom(Request $request, Feeds $feeds, TranslatorInterface $words): Response
    {
        $locale = $this->locale($request);

        return $this->feed($request, $feeds, 'atom '.$locale, 'application/atom+xml', fn (): string => $feeds->atom($locale, $words->trans('careers.home', ['%company%' => $this->brands->main()->name], 'candidate', $locale)));
    }

    #[Route('/careers/sitemap.xml', name: 'careers_sitemap', methods: ['GET'])]
    public function sitemap(Request $request, Feeds $feeds): Response
    {
        return $this->feed($request, $feeds, 'sitemap', 'application/xml', static fn (): string => $feeds->sitemap(self::LOCALES));
    }

    #[Route('/robots.txt', name: 'robots', methods: ['GET'])]
    public function robots(): Response
    {
        return new Response("User-agent: *\nDisallow: /\nAllow: /careers\nDisallow: /careers/alerts\nDisallow: /*/apply\nSitemap: ".$this->generateUrl('careers_sitemap', [], UrlGeneratorInterface::ABSOLUTE_URL)."\n", 200, ['Content-Type' => 'text/plain; charset=utf-8', 'Cache-Control' => 'public, max-age=86400']);
    }

    private function page(Request $request, Errors $errors, ?Input $input = null): Response
    {
        $brand = $this->brand($request);
        $left = $this->left($request, $brand, $input);
        $first = $left['openings'][0] ?? null;

        return $this->publicPage($request, 'careers/list.html.twig', $left + ['first' => null === $first ? null : $this->openings->one($first->int('number'), $this->locale($request)), 'brand' => $brand, 'errors' => $errors, 'input' => $input], $errors->any() ? 422 : 200);
    }

    /**
     * What the list shows, which on a wide screen stands beside an opening too.
     *
     * @return array{openings: list<Record>, ...<string, mixed>}
     */
    private function left(Request $request, BrandView $brand, ?Input $input = null): array
    {
        $wanted = ['q' => mb_substr(trim($request->query->getString('q')), 0, 200)];
        foreach (Openings::FACETS as $facet) {
            $wanted[$facet] = mb_substr($request->query->getString($facet), 0, 80);
        }
        if (null !== $input) {
            $wanted = array_intersect_key($input->map('wanted') + $wanted, $wanted);
        }
        $page = max(1, self::whole($request, 'page'));
        $kept = Kept::of($request);
        $only = $request->query->has('kept') ? $kept : null;
        $found = $this->openings->list($wanted, $page, $this->locale($request), $only, $this->brands->units($brand));
        $chosen = array_filter($wanted, static fn (string $v): bool => '' !== $v);
        $offered = $this->guide->settings()->offered()->value;
        $places = [];
        foreach ($brand->looks->chart ? $this->openings->places() : [] as $place) {
            $n = $found['facets']['city'][$place->str('city')] ?? 0;
            if (0 < $n) {
                $is = $place->str('city') === $wanted['city'];
                $places[] = ['name' => $place->str('city'), 'latitude' => (float) $place->floatOrNull('latitude'), 'longitude' => (float) $place->floatOrNull('longitude'), 'count' => $n, 'chosen' => $is, 'href' => $this->generateUrl('careers', ['brand' => $brand->key] + ($is ? ['city' => null] : ['city' => $place->str('city')]) + $chosen)];
            }
        }
        $via = self::hex($request, 'via');
        $from = self::hex($request, 'from');

        return $found + ['guide' => 'always' === $offered || ('nothing_found' === $offered && 0 === $found['count']), 'all_kept' => $kept, 'only' => null !== $only, 'wanted' => $wanted, 'chosen' => $chosen, 'page' => $page, 'chart' => PlaceChart::draw($places), 'via' => $via, 'from' => $from, 'carried' => array_filter(['via' => $via, 'from' => $from], static fn (string $v): bool => '' !== $v)];
    }

    /** @param callable(): string $write */
    private function feed(Request $request, Feeds $feeds, string $what, string $type, callable $write): Response
    {
        $response = new Response('', 200, ['Content-Type' => $type.'; charset=utf-8', 'Vary' => 'Accept-Language, Cookie']);
        $response->setEtag(hash('sha256', $what.' '.$feeds->stamp()))->setPublic()->setMaxAge(self::FRESH_SECONDS);
        if (!$response->isNotModified($request)) {
            $response->setContent($write());
        }

        return $response;
    }
}
