<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\JobPostingData;
use Jorvent\Careers\Openings;
use Jorvent\Platform\Web\OpenDoor;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

#[OpenDoor('the careers site is public')]
final class CareersPage extends PublicPage
{
    #[Route('/careers', name: 'careers', methods: ['GET'])]
    public function list(Request $request, Openings $openings): Response
    {
        $city = mb_substr($request->query->getString('city'), 0, 80);
        $words = mb_substr(trim($request->query->getString('q')), 0, 200);

        return $this->publicPage($request, 'careers/list.html.twig', ['openings' => $openings->all($city, $words), 'cities' => $openings->cities(), 'city' => $city, 'words' => $words]);
    }

    #[Route('/careers/{number}', name: 'opening', requirements: ['number' => '\d{1,9}'], methods: ['GET'])]
    public function opening(int $number, Request $request, Openings $openings): Response
    {
        $opening = $openings->one($number);
        if (null === $opening) {
            return $this->gone($request);
        }
        $via = preg_replace('/[^0-9a-f]/', '', mb_substr($request->query->getString('via'), 0, 20)) ?? '';
        $posting = $openings->posting($opening->int('id'), $via);
        if (null !== $posting && $opening->bool('open')) {
            $openings->count($posting, 'visits');
        }

        return $this->publicPage($request, 'careers/opening.html.twig', ['opening' => $opening, 'via' => $via, 'data' => JobPostingData::of($opening, $this->generateUrl('opening', ['number' => $number], UrlGeneratorInterface::ABSOLUTE_URL))], $opening->bool('open') ? 200 : 410);
    }
}
