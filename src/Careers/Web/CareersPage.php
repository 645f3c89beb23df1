<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Alerts;
use Jorvent\Careers\Feeds;
use Jorvent\Careers\Guide;
use Jorvent\Careers\JobPostingData;
use Jorvent\Careers\Kept;
use Jorvent\Careers\Openings;
use Jorvent\Careers\Visits;
use Jorvent\Careers\Ways;
use Jorvent\Core\Shared\Refused;
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
final class CareersPage extends PublicPage
{
    private const FRESH_SECONDS = 300;

    public function __construct(private readonly Openings $openings, private readonly Ways $ways, private readonly Guide $guide)
    {
    }

    #[Route('/careers', name: 'careers', methods: ['GET'])]
    public function list(Request $request): Response
    {
        return $this->page($request, Errors::none());
    }

    #[Route('/careers/{number}', name: 'opening', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function opening(int $number, Request $request, Visits $visits): Response
    {
        $via = self::via($request);
        $opening = $this->openings->one($number, $this->locale($request), $via);
        if (null === $opening) {
            return $this->gone($request);
        }
        $posting = $this->openings->posting($opening->int('id'), $via);
        if (null !== $posting && $opening->bool('open') && $visits->counts($request, $posting)) {
            $this->openings->count($posting, 'visits');
        }
        $url = fn (string $route, array $parameters = []): string => $this->generateUrl($route, $parameters, UrlGeneratorInterface::ABSOLUTE_URL);
        $response = $this->publicPage($request, 'careers/opening.html.twig', ['opening' => $opening, 'via' => $via, 'kept' => \in_array($number, Kept::of($request), true), 'ask' => '' !== $via && null === Ways::allowed($request), 'data' => JobPostingData::of($opening, $url('opening', ['number' => $number]), $url('careers'))], $opening->bool('open') ? 200 : 410);
        if ('' !== $via && true === Ways::allowed($request)) {
            $this->ways->remember($request, $response, $via);
        }

        return $response;
    }

    #[Route('/careers/{number}/keep', name: 'careers_keep', requirements: ['number' => '\d{1,9}'], defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function keep(int $number, Request $request, Kept $kept): Response
    {
        $via = preg_replace('/[^0-9a-f]/', '', Input::of($request)->line('via')) ?? '';
        $response = $this->redirectToRoute('opening', ['number' => $number] + ('' === $via ? [] : ['via' => $via]), Response::HTTP_SEE_OTHER);
        $kept->change($request, $response, $number, 'no' !== Input::of($request)->line('keep'));

        return $response;
    }

    /** Whether we may remember, in their own browser, which adverts they followed. */
    #[Route('/careers/{number}/ways', name: 'careers_ways', requirements: ['number' => '\d{1,9}'], defaults: ['_csrf' => 'public'], methods: ['POST'])]
    public function ways(int $number, Request $request): Response
    {
        $via = preg_replace('/[^0-9a-f]/', '', Input::of($request)->line('via')) ?? '';
        $response = $this->redirectToRoute('opening', ['number' => $number] + ('' === $via ? [] : ['via' => $via]), Response::HTTP_SEE_OTHER);
        $this->ways->answer($response, 'yes' === Input::of($request)->line('may'));

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
            $alerts->ask($input->line('email'), $input->map('wanted'), $this->locale($request));
        } catch (Refused $refused) {
            return $this->page($request, Errors::of($refused->refusals), $input);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => null, 'step' => 'asked']);
    }

    /** The link in the mail shows what it is for; the button confirms, so that a program that follows links confirms nothing. */
    #[Route('/careers/alerts/{key}', name: 'careers_alert_confirm', requirements: ['key' => '[0-9a-f]{32}'], defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function confirm(string $key, Request $request, Alerts $alerts): Response
    {
        $alert = $alerts->find($key);
        if (null === $alert) {
            return $this->gone($request);
        }
        if ($request->isMethod('POST')) {
            $alerts->confirm($key);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => $alert, 'step' => $request->isMethod('POST') || null !== $alert->instantOrNull('confirmed_at') ? 'confirmed' : 'confirm']);
    }

    /** One click ends it: a person's on the page, or a mail reader's own button, which sends no token (RFC 8058). */
    #[Route('/careers/alerts/{key}/end', name: 'careers_alert_end', requirements: ['key' => '[0-9a-f]{32}'], defaults: ['_csrf' => 'signed'], methods: ['GET', 'POST'])]
    public function end(string $key, Request $request, Alerts $alerts): Response
    {
        $alert = $alerts->find($key);
        if ($request->isMethod('POST')) {
            $alerts->end($key);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', ['alert' => $alert, 'step' => $request->isMethod('POST') || null === $alert ? 'ended' : 'end']);
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

        return $this->publicPage($request, 'careers/guide.html.twig', ['greeting' => $guide->greeting($locale), 'contact' => $guide->settings()->str('contact'), 'facets' => $this->openings->list([], 1, $locale)['facets'], 'asked' => $asked, 'found' => $found, 'of' => $of, 'question' => $question, 'answer' => '' === $question ? null : $guide->answer($question, $locale), 'errors' => $errors, 'input' => $errors->any() ? $input : null, 'sent' => $sent], $errors->any() ? 422 : 200);
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

        return $this->feed($request, $feeds, 'atom '.$locale, 'application/atom+xml', static fn (): string => $feeds->atom($locale, $words->trans('careers.home', [], 'candidate', $locale)));
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
        $found = $this->openings->list($wanted, $page, $this->locale($request), $only);

        $offered = $this->guide->settings()->str('offered');

        return $this->publicPage($request, 'careers/list.html.twig', $found + ['guide' => 'always' === $offered || ('nothing_found' === $offered && 0 === $found['count']), 'kept' => \count($kept), 'only' => null !== $only, 'wanted' => $wanted, 'chosen' => array_filter($wanted, static fn (string $v): bool => '' !== $v), 'page' => $page, 'errors' => $errors, 'input' => $input], $errors->any() ? 422 : 200);
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

    private static function via(Request $request): string
    {
        return preg_replace('/[^0-9a-f]/', '', mb_substr($request->query->getString('via'), 0, 20)) ?? '';
    }
}
