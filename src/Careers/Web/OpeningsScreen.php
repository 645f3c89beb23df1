<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\Entity\GuideOffered;
use Jorvent\Careers\Guide;
use Jorvent\Careers\Read\FoundOpenings;
use Jorvent\Careers\Read\Narrowed;
use Jorvent\Careers\Read\OpeningQuery;
use Jorvent\Drawing\PlaceChart;
use Jorvent\Organisation\Read\BrandQuery;
use Jorvent\Organisation\Read\BrandView;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;

/** Reads the list of openings that an address asks for. */
final readonly class OpeningsScreen
{
    public function __construct(
        private OpeningQuery $openings,
        private BrandQuery $brands,
        private Guide $guide,
        private UrlGeneratorInterface $urls,
    ) {
    }

    /** @param array<string, string> $carried what the address carries of how someone came, for the next page */
    public function pane(Request $request, BrandView $brand, string $locale, int $page, array $carried): OpeningsPane
    {
        $by = Narrowed::of($request->query->all());
        $saved = SavedOpenings::of($request);
        $isSaved = $request->query->has('kept');
        $page = max(1, $page);
        $units = $this->brands->units($brand);
        $found = $this->openings->list($by, $page, $locale, $isSaved ? $saved : null, $units);

        return new OpeningsPane(
            $found,
            $by,
            $page,
            $saved,
            $isSaved,
            $this->hasGuide($found),
            $brand->looks->chart ? $this->chart($brand, $by, $found) : '',
            $carried,
        );
    }

    private function hasGuide(FoundOpenings $found): bool
    {
        return match ($this->guide->settings()->offered()) {
            GuideOffered::Always => true,
            GuideOffered::NothingFound => 0 === $found->count,
            GuideOffered::Never => false,
        };
    }

    private function chart(BrandView $brand, Narrowed $by, FoundOpenings $found): string
    {
        $places = [];
        foreach ($this->openings->places() as $place) {
            $count = $found->facets['city'][$place->city] ?? 0;
            $isChosen = $place->city === $by->value('city');
            if (0 === $count) {
                continue;
            }
            // one that is chosen leads back to all
            $city = ['city' => $isChosen ? null : $place->city];
            $places[] = [
                'name' => $place->city,
                'latitude' => $place->latitude,
                'longitude' => $place->longitude,
                'count' => $count,
                'chosen' => $isChosen,
                'href' => $this->urls->generate('careers', ['brand' => $brand->key] + $city + $by->values),
            ];
        }

        return PlaceChart::draw($places);
    }
}
