// Every view that the program fetches when it is gone to, fetched before: two that share modules and are asked for in the same moment
// are not both linked before they run in Jest, as they are in a browser.
import '@rapid-jig/contract';
import '../bench/BenchView';
import '../blades/BladesView';
import '../blades/ChartView';
import '../patterns/PatternRoutes';
import '../rack/RackView';
import '../record/RecordView';
import '../runs/HeightsChart';
import '../runs/RunRoute';
import '../runs/RunView';
import '../runs/SheetView';
import '../shell/SearchDialog';
import '../shell/ShortcutSheet';
import '../shop/ShopView';
import '../templates/DeskRoutes';
import '../templates/TemplateListView';
import '../templates/TemplateView';
import '../wood/RunWoodView';
import '../woods/WoodsView';
