<?php

declare(strict_types=1);

namespace Jorvent\Careers\Web;

use Jorvent\Careers\ApplyDrafts;
use Jorvent\Organisation\Web\PublicPage;
use Jorvent\Platform\Database\Record;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;

/** Pages about one opening, which may have closed meanwhile. */
abstract class OpeningPage extends PublicPage
{
    /** It can no longer be applied for: its last day is over, or it was closed while someone was writing. */
    protected function closed(Request $request, Record $opening, ?Record $draft = null): Response
    {
        return $this->publicPage($request, 'careers/closed.html.twig', [
            'opening' => $opening,
            'draft' => $draft,
            'draft_key' => $request->attributes->getString('key'),
            'late' => $opening->bool('late'),
            'days' => ApplyDrafts::DAYS,
        ], Response::HTTP_GONE);
    }
}
