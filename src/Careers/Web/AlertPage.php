<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Alerts;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** What the links in mails about new openings lead to. */
#[OpenDoor('a signed link is the key')]
#[Route('/careers/alerts/{key}', requirements: ['key' => '[\w-]{20,60}'])]
final class AlertPage extends CareersSite
{
    public function __construct(private readonly Alerts $alerts)
    {
    }

    /** The link shows what it is for; the button confirms, so that a program that follows links confirms nothing. */
    #[Route('', name: 'careers_alert_confirm', defaults: ['_csrf' => 'public'], methods: ['GET', 'POST'])]
    public function confirm(string $key, Request $request): Response
    {
        $alert = $this->alerts->find($key);
        if (null === $alert) {
            return $this->gone($request);
        }
        $asks = !$alert->isConfirmed() || $request->query->has('again');
        if ($request->isMethod('POST')) {
            $this->alerts->confirm($key);
            $asks = false;
        }

        return $this->publicPage($request, 'careers/alert.html.twig', [
            'alert' => $alert,
            'step' => $asks ? 'confirm' : 'confirmed',
        ], brand: $this->brands->one($alert->brandId()));
    }

    /** One click ends it: a person's on the page, or a mail reader's own button, which sends no token (RFC 8058). */
    #[Route('/end', name: 'careers_alert_end', defaults: ['_csrf' => 'signed'], methods: ['GET', 'POST'])]
    public function end(string $key, Request $request): Response
    {
        $alert = $this->alerts->find($key);
        if ($request->isMethod('POST')) {
            $this->alerts->end($key);
        }

        return $this->publicPage($request, 'careers/alert.html.twig', [
            'alert' => $alert,
            'step' => $request->isMethod('POST') || null === $alert ? 'ended' : 'end',
        ]);
    }
}
