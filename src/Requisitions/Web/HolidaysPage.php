<?php

declare(strict_types=1);

namespace Jorvent\Requisitions\Web;

use Jorvent\Accounts\Access\Permission;
use Jorvent\Core\Shared\Refused;
use Jorvent\Platform\Web\Errors;
use Jorvent\Platform\Web\Gate;
use Jorvent\Platform\Web\Input;
use Jorvent\Platform\Web\Page;
use Jorvent\Requisitions\Holidays;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Public holidays by country, from the calendar files that states publish. */
#[Gate(Permission::Administer)]
final class HolidaysPage extends Page
{
    public function __construct(private readonly Holidays $holidays)
    {
    }

    #[Route('/holidays', name: 'holidays', methods: ['GET'])]
    public function show(): Response
    {
        return $this->render('requisitions/holidays.html.twig', ['all' => $this->holidays->all(), 'errors' => Errors::none(), 'input' => null]);
    }

    #[Route('/holidays', name: 'holidays_import', methods: ['POST'])]
    public function import(Request $request): Response
    {
        $file = $request->files->get('file');
        $input = Input::of($request);
        try {
            $days = $this->holidays->import(strtoupper($input->line('country')), $file instanceof UploadedFile && $file->isValid() ? (string) file_get_contents($file->getPathname(), length: Holidays::MAX_BYTES + 1) : throw Refused::because('file_missing', 'file'));
            $this->say('holidays_imported', ['%count%' => $days]);
        } catch (Refused $refused) {
            return $this->renderRefused('requisitions/holidays.html.twig', ['all' => $this->holidays->all(), 'input' => $input], $refused);
        }

        return $this->redirectToRoute('holidays', [], Response::HTTP_SEE_OTHER);
    }
}
