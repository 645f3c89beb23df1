<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Alerts;
use Jorvent\Careers\Form\AlertInput;
use Jorvent\Careers\Form\AlertType;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\DependencyInjection\Attribute\Target;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactoryInterface;
use Symfony\Component\Routing\Attribute\Route;

/** All openings, what narrows them, and news of them by mail. */
#[OpenDoor('the careers site is public')]
final class OpeningListPage extends CareersSite
{
    public function __construct(private readonly OpeningQuery $openings, private readonly OpeningsScreen $screen)
    {
    }

    #[Route(
        '/careers/{brand}', name: 'careers',
        requirements: ['brand' => '[a-z][a-z0-9-]{1,29}'], defaults: ['brand' => ''],
        methods: ['GET'], priority: -10,
    )]
    public function list(string $brand, Request $request, ShortMemory $memory): Response
    {
        if ('' !== $brand && null === $this->brands->byKey($brand)) {
            return $this->gone($request);
        }
        $write = fn (): Response => $this->page($request, $this->form());
        // what was searched for is seldom asked for again
        if ([] !== array_diff(array_keys($request->query->all()), ['page'])) {
            return ShortMemory::fresh($request, $write());
        }
        $stamp = $memory->stamp('openings', $this->openings->stamp(...));
        $of = [$brand, self::whole($request, 'page'), $this->locale($request), $stamp];

        return ShortMemory::fresh($request, $memory->page($request, implode('|', $of), $write));
    }

    /** The search that news are wanted of is that of the address. */
    #[Route(
        '/careers/{brand}', name: 'careers_alert', requirements: ['brand' => '[a-z][a-z0-9-]{1,29}'],
        defaults: ['brand' => '', '_csrf' => 'public'], methods: ['POST'], priority: -10,
    )]
    public function ask(
        Request $request,
        Alerts $alerts,
        #[Target('forgotten')] RateLimiterFactoryInterface $limit,
    ): Response {
        $form = $this->form()->handleRequest($request);
        $wanted = Narrowed::of($request->query->all());
        $ask = function () use ($form, $request, $alerts, $wanted, $limit): void {
            self::limit($limit, $request, 'alert');
            $alerts->ask($form->getData()->email ?? '', $wanted, $this->locale($request), $this->brand($request));
        };

        return $this->done($form, $ask)
            ? $this->publicPage($request, 'careers/alert_asked.html.twig')
            : $this->page($request, $form);
    }

    /** @return FormInterface<AlertInput> */
    private function form(): FormInterface
    {
        return $this->publicForm(AlertType::class, new AlertInput());
    }

    /** @param FormInterface<AlertInput> $form */
    private function page(Request $request, FormInterface $form): Response
    {
        $brand = $this->brand($request);
        $locale = $this->locale($request);
        $page = self::whole($request, 'page');
        $pane = $this->screen->pane($request, $brand, $locale, $page, self::carried($request));

        return $this->publicPage($request, 'careers/list.html.twig', [
            'pane' => $pane,
            'opening' => $pane->found->openings[0] ?? null,
            'form' => $form,
        ], brand: $brand);
    }
}
